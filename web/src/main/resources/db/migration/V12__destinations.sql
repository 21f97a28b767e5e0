-- Places that files are sent to besides the delivery folder. What opens them is sealed with a key that is not in the database.
create table destination (
    id         bigint generated always as identity primary key,
    name       varchar(120)  not null,
    kind       varchar(16)   not null check (kind in ('FOLDER', 'SFTP', 'BUCKET')),
    host       varchar(255)  not null default '',
    port       integer       not null default 22,
    account    varchar(200)  not null default '',
    bucket     varchar(200)  not null default '',
    region     varchar(60)   not null default '',
    folder     varchar(1000) not null default '',
    secret     bytea,
    host_key   varchar(120)  not null default '',
    seen_key   varchar(120)  not null default '',
    tried_at   timestamptz,
    room       bigint,
    trouble    varchar(1000) not null default '',
    removed_at timestamptz
);

-- Where a channel's files are sent, what goes along with them, and who is told.
alter table channel
    add column destination_id     bigint references destination,
    add column destination_folder varchar(500) not null default '{assignment|kebab}',
    add column inbox_id           bigint references destination,
    add column enclosures         text         not null default '{}',
    add column hook               varchar(1000) not null default '',
    add column hook_secret        bytea;

-- A file on its way to a destination: planned until it is made, waiting until it is sent. The place is the destination's address then: what was sent
-- elsewhere counts for nothing when the destination is another place now.
create table transfer (
    id             bigint generated always as identity primary key,
    run_id         bigint        not null references run on delete cascade,
    rendition_id   bigint        references rendition on delete cascade,
    destination_id bigint        not null references destination,
    place          varchar(2000) not null,
    delivered_path varchar(2000) not null,
    path           varchar(2600) not null,
    state          varchar(16)   not null check (state in ('PLANNED', 'WAITING', 'SENDING', 'SENT', 'THERE', 'FAILED', 'REPLACED')),
    bytes          bigint        not null default 0,
    sha256         varchar(64)   not null default '',
    sent           bigint        not null default 0,
    sender         varchar(60)   not null default '',
    waits          integer       not null default 0,
    reason         varchar(1000),
    remedy         varchar(1000),
    again_at       timestamptz,
    changed_at     timestamptz   not null default current_timestamp
);
create index transfer_by_run on transfer (run_id, state);
create index transfer_by_rendition on transfer (rendition_id);
create index transfer_next on transfer (destination_id, waits, id) where state = 'WAITING';
create index transfer_sending on transfer (destination_id, sender) where state = 'SENDING';
create index transfer_by_path on transfer (destination_id, path, id);
create table task_sending (like task_bulk including all);

-- What went along with a run's files, once it was over.
alter table run add column enclosed boolean not null default true;
alter table run alter column enclosed set default false;
alter table run add column enclosing_trouble varchar(1000) not null default '';
create table enclosure (
    id         bigint generated always as identity primary key,
    run_id     bigint        not null references run on delete cascade,
    channel_id bigint        not null,
    channel    varchar(120)  not null,
    kind       varchar(40)   not null,
    path       varchar(2000) not null,
    bytes      bigint        not null,
    sha256     varchar(64)   not null,
    modified   bigint        not null default 0
);
create index enclosure_by_run on enclosure (run_id);
create table hook_call (
    id         bigint generated always as identity primary key,
    run_id     bigint        not null references run on delete cascade,
    channel_id bigint        not null,
    address    varchar(1000) not null,
    body       text          not null,
    state      varchar(16)   not null check (state in ('WAITING', 'TAKEN', 'FAILED')),
    tries      integer       not null default 0,
    answer     varchar(500)  not null default '',
    changed_at timestamptz   not null default current_timestamp
);

-- Delivered files that somebody deleted, which can be put back for a day.
create table deleted_file (
    rendition_id bigint      primary key references rendition on delete cascade,
    deleted_at   timestamptz not null
);
create index rendition_by_path on rendition (path, run_id);

-- What came back from the next program, so that nothing is taken twice.
create table returned_file (
    destination_id bigint        not null references destination,
    name           varchar(1000) not null,
    sha256         varchar(64)   not null,
    trouble        varchar(1000) not null default '',
    taken_at       timestamptz   not null,
    primary key (destination_id, name, sha256)
);
