-- Where somebody put the crop of an aspect on a piece; the centre and the size as shares.
create table piece_crop (
    piece_id bigint           not null references piece on delete cascade,
    aspect   varchar(16)      not null,
    x        double precision not null check (x between 0 and 1),
    y        double precision not null check (y between 0 and 1),
    share    double precision not null check (share between 0.05 and 1),
    primary key (piece_id, aspect)
);

-- In which order pieces go into the one file of a column.
create table page_order (
    assignment_id bigint not null references assignment on delete cascade,
    channel_id    bigint not null references channel on delete cascade,
    recipe_id     bigint not null references recipe on delete cascade,
    pieces        text   not null,
    primary key (assignment_id, channel_id, recipe_id)
);

-- What was changed in a plan, step by step, so that it can be taken back and done again.
create table plan_step (
    id            bigint generated always as identity primary key,
    assignment_id bigint       not null references assignment on delete cascade,
    label         varchar(200) not null,
    edits         text         not null,
    undone        boolean      not null default false,
    done_at       timestamptz  not null
);
create index plan_step_by_assignment on plan_step (assignment_id, id);

-- What a rendition was made from, to tell whether it would come out the same today.
alter table rendition
    add column channel_id  bigint references channel on delete set null,
    add column source_word varchar(64)  not null default '',
    add column framing     varchar(200) not null default '';
update rendition set channel_id = (select c.id from channel c where c.name = rendition.channel and c.removed_at is null);
create index rendition_by_piece on rendition (piece_id);

-- The file as it was when it was last read, to see whether it is another one now; the paper below a PDF's pages; a way back for what was removed.
alter table source
    add column file_bytes  bigint,
    add column modified_at timestamptz,
    add column missing     boolean not null default false,
    add column paper       boolean not null default false,
    add column removed_at  timestamptz;
update source set removed_at = current_timestamp where state = 'REMOVED';

-- A working list: what was used last comes first, what is over is put away.
alter table assignment
    add column used_at     timestamptz,
    add column archived_at timestamptz;
update assignment set used_at = created_at;
