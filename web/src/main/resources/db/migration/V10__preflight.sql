-- What was measured of a piece's pixels; of another picture key or version it is measured again.
create table piece_facts (
    piece_id    bigint       primary key references piece on delete cascade,
    picture_key varchar(200) not null,
    facts       bytea        not null,
    attempts    integer      not null default 0
);

-- Findings that somebody has seen and means so; 0 stands for every piece, an empty column for every column.
create table accepted_finding (
    assignment_id bigint      not null references assignment on delete cascade,
    code          varchar(60) not null,
    piece_id      bigint      not null default 0,
    column_key    varchar(60) not null default '',
    primary key (assignment_id, code, piece_id, column_key)
);

-- What a channel wants every file to say, and what pieces say to those who cannot see them.
alter table channel add column wants varchar(200) not null default '';
alter table source add column alt_text varchar(2000);
alter table piece add column alt_text varchar(2000);
