-- Which page asked for a run, so that one that is sent again is that run even when it is over.
alter table run
    add column asked varchar(64) not null default '';
