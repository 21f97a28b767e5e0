-- Reading a source is counted before it begins, so that one which ends the program is not tried for ever; a source can be removed.
alter table source
    add column attempts integer not null default 0,
    drop constraint source_state_check,
    add constraint source_state_check check (state in ('WAITING', 'READY', 'UNREADABLE', 'REMOVED'));

-- What a run makes, as one number, so that the same order sent twice in a moment is one run.
alter table run
    add column fingerprint varchar(64) not null default '';
