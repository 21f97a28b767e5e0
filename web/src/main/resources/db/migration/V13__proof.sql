-- What was noted at a point of a piece while its renditions were looked at closely: a line of text, open until it is settled.
create table proof_note (
    id         bigint generated always as identity primary key,
    piece_id   bigint           not null references piece on delete cascade,
    x          double precision not null check (x between 0 and 1),
    y          double precision not null check (y between 0 and 1),
    said       varchar(500)     not null,
    settled    boolean          not null default false,
    author     varchar(120)     not null,
    written_at timestamptz      not null
);
create index proof_note_by_piece on proof_note (piece_id);

-- Who passed a file or sent it back. It is said of a content: another file under the same path has not been looked at.
create table proof_verdict (
    id            bigint generated always as identity primary key,
    assignment_id bigint        not null references assignment on delete cascade,
    path          varchar(2000) not null,
    sha256        char(64)      not null,
    passed        boolean       not null,
    author        varchar(120)  not null,
    said          varchar(500)  not null default '',
    decided_at    timestamptz   not null,
    unique (assignment_id, path, sha256)
);

-- The formats that whoever gets a channel's files can open, by their words in a recipe; none for any.
alter table channel add column understands varchar(200) not null default '';
