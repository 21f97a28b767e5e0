-- what reading found, pieces that are rendered only where somebody asks, and versions of a file
alter table source
    add column version integer not null default 1,
    add column notices text    not null default '[]';
alter table piece
    add column offered boolean not null default true,
    add column notices text    not null default '[]';

-- a rendition tells what was found while it was made; texts of any length are kept
alter table rendition
    add column notices text not null default '[]',
    alter column written type text;
