-- What waits for a worker, in three lanes that have threads of their own: reading sources, small work that somebody waits for, and all else.
-- The columns are those that db-scheduler asks for.
create table task_reading (
    task_name            text        not null,
    task_instance        text        not null,
    task_data            bytea,
    execution_time       timestamptz not null,
    picked               boolean     not null,
    picked_by            text,
    last_success         timestamptz,
    last_failure         timestamptz,
    consecutive_failures integer,
    last_heartbeat       timestamptz,
    version              bigint      not null,
    priority             smallint,
    primary key (task_name, task_instance)
);
create index task_reading_due on task_reading (priority desc, execution_time);
create table task_quick (like task_reading including all);
create table task_bulk (like task_reading including all);

-- Who works: every process that takes tasks, as it last said.
create table worker (
    name       text             primary key,
    host       varchar(200)     not null,
    process    bigint           not null,
    threads    integer          not null,
    started_at timestamptz      not null,
    seen_at    timestamptz      not null,
    doing      text             not null default '',
    files      bigint           not null default 0,
    per_second double precision not null default 0
);

-- A run keeps its place among those that wait, may begin later, and can be paused.
alter table run
    drop constraint run_state_check,
    add constraint run_state_check check (state in ('WAITING', 'RENDERING', 'PAUSED', 'DONE', 'STOPPED', 'INTERRUPTED')),
    add column place    bigint  not null default 0,
    add column start_at timestamptz,
    add column afresh   boolean not null default false;
update run set place = id;
create index run_open on run (place) where state in ('WAITING', 'RENDERING', 'PAUSED');

-- What former versions had not yet made was planned anew when its turn came; that is no more.
update run set state = 'INTERRUPTED', ended_at = coalesce(ended_at, current_timestamp) where state in ('WAITING', 'RENDERING');
update rendition set state = 'LEFT_OUT' where state in ('WAITING', 'RENDERING');

-- A rendition is made by an order that was frozen when its run began; those of one source come together.
create table work_unit (
    run_id bigint  not null references run on delete cascade,
    number integer not null,
    orders text    not null,
    primary key (run_id, number)
);
alter table rendition
    drop constraint rendition_state_check,
    add constraint rendition_state_check check (state in ('WAITING', 'RENDERING', 'DONE', 'UNCHANGED', 'FAILED', 'LEFT_OUT')),
    drop column channel_folder,
    drop column kept_out,
    drop column scheme,
    drop column pattern,
    drop column without_location,
    drop column own_folder,
    drop column suffix,
    alter column recipe_body drop not null,
    add column unit         integer          not null default 0,
    add column fingerprint  varchar(64)      not null default '',
    add column recipe_word  varchar(32)      not null default '',
    add column attempts     integer          not null default 0,
    add column waits        integer          not null default 0,
    add column modified     bigint           not null default 0,
    add column cost         double precision not null default 0,
    add column again_at     timestamptz,
    add column changed_at   timestamptz      not null default current_timestamp;
update rendition set recipe_word = md5(recipe_body);
create index rendition_by_state on rendition (run_id, state) include (bytes, predicted_bytes, cost, millis);
create index rendition_changed on rendition (run_id, changed_at);
create index rendition_by_unit on rendition (run_id, unit);

-- What a source's file held when it was read, by which is told whether it is another one.
alter table source add column sha256 varchar(64);

-- What a process that only works has to know besides the database: where things are, and what is allowed.
create table shared_setting (
    name  text primary key,
    value text not null
);

-- Recipes that an element of a drawing asks for itself, by words with spaces between.
alter table piece add column wants text not null default '';

-- Folders that somebody wants watched: what is new in them comes in, and where wanted what changed is rendered.
create table watched_folder (
    assignment_id bigint        not null references assignment on delete cascade,
    folder        varchar(1000) not null,
    primary key (assignment_id, folder)
);
alter table assignment
    add column watched        boolean not null default false,
    add column render_changes boolean not null default false;
