create table assignment (
    id         bigint generated always as identity primary key,
    name       varchar(120) not null unique,
    created_at timestamptz  not null
);

create table source (
    id            bigint generated always as identity primary key,
    assignment_id bigint        not null references assignment,
    position      integer       not null,
    origin        varchar(16)   not null check (origin in ('UPLOAD', 'FOLDER')),
    folder        varchar(1000) not null,
    file_name     varchar(255)  not null,
    path          varchar(4000) not null,
    state         varchar(16)   not null check (state in ('WAITING', 'READY', 'UNREADABLE')),
    changed       bigint        not null,
    reason        varchar(1000),
    remedy        varchar(1000),
    bytes         bigint,
    format        varchar(16),
    width         integer,
    height        integer,
    profile_title varchar(200),
    profile_model varchar(16),
    profile_fault varchar(500),
    orientation   smallint,
    taken         timestamp,
    camera        varchar(200),
    lens          varchar(200),
    creator       varchar(500),
    copyright     varchar(500),
    has_location  boolean       not null default false,
    unique (assignment_id, path)
);
create index source_by_assignment on source (assignment_id, position);
create sequence source_change;

create table recipe (
    id      bigint generated always as identity primary key,
    title   varchar(120) not null,
    version integer      not null,
    body    text         not null
);

create table channel (
    id       bigint generated always as identity primary key,
    name     varchar(120) not null unique,
    colour   varchar(16)  not null,
    folder   varchar(500) not null,
    position integer      not null
);

create table channel_recipe (
    channel_id bigint  not null references channel,
    recipe_id  bigint  not null references recipe,
    position   integer not null,
    primary key (channel_id, recipe_id)
);

create table run (
    id            bigint generated always as identity primary key,
    assignment_id bigint      not null references assignment,
    number        integer     not null,
    state         varchar(16) not null check (state in ('WAITING', 'RENDERING', 'DONE', 'STOPPED', 'INTERRUPTED')),
    created_at    timestamptz not null,
    started_at    timestamptz,
    ended_at      timestamptz,
    unique (assignment_id, number)
);

create table rendition (
    id              bigint generated always as identity primary key,
    run_id          bigint        not null references run,
    position        integer       not null,
    source_id       bigint        not null references source,
    source_number   integer       not null,
    channel         varchar(120)  not null,
    channel_folder  varchar(500)  not null,
    recipe_title    varchar(120)  not null,
    recipe_body     text          not null,
    path            varchar(2000) not null,
    state           varchar(16)   not null check (state in ('WAITING', 'RENDERING', 'DONE', 'FAILED', 'LEFT_OUT')),
    width           integer       not null,
    height          integer       not null,
    predicted_bytes bigint        not null,
    bytes           bigint,
    sha256          char(64),
    millis          bigint,
    reason          varchar(1000),
    remedy          varchar(1000)
);
create index rendition_by_run on rendition (run_id, position);
