-- what a source is made of: the picture itself, artboards, pages, regions drawn on them; a sheet has no source of its own
create table piece (
    id             bigint generated always as identity primary key,
    assignment_id  bigint           not null references assignment,
    source_id      bigint references source,
    position       integer          not null,
    key            varchar(600)     not null,
    kind           varchar(16)      not null check (kind in ('PICTURE', 'ARTBOARD', 'PAGE', 'OBJECT', 'LAYER', 'REGION', 'SHEET')),
    own_name       varchar(300)     not null,
    given_name     varchar(200),
    width          double precision not null,
    height         double precision not null,
    units_per_inch double precision,
    region_x       double precision,
    region_y       double precision,
    base_width     double precision,
    base_height    double precision,
    present        boolean          not null default true,
    sheet          text
);
create index piece_by_assignment on piece (assignment_id, source_id, position);

insert into piece (assignment_id, source_id, position, key, kind, own_name, width, height)
select assignment_id, id, 1, 'whole', 'PICTURE', left(regexp_replace(file_name, '(.)\.[^.]*$', '\1'), 300), width, height
from source where state = 'READY' and width is not null and height is not null;

alter table source
    add column layers   text        not null default '[]',
    add column kept_out text        not null default '',
    add column page_box varchar(16) not null default 'CROP' check (page_box in ('CROP', 'TRIM', 'BLEED', 'MEDIA')),
    add column locked   boolean     not null default false;

alter table channel
    add column kept_out  varchar(2000) not null default '',
    add column densities varchar(16)   not null default 'SUFFIX' check (densities in ('SUFFIX', 'FOLDER'));

alter table rendition
    add column piece_id  bigint references piece,
    add column density   double precision not null default 1,
    add column pages     text             not null default '',
    add column kept_out  varchar(2000)    not null default '',
    add column densities varchar(16)      not null default 'SUFFIX';
update rendition set piece_id = (select p.id from piece p where p.source_id = rendition.source_id);
