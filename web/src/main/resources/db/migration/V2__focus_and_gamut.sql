alter table source
    add column suggested_x double precision,
    add column suggested_y double precision,
    add column focus_x     double precision,
    add column focus_y     double precision;

alter table rendition
    add column clipped double precision,
    add column written varchar(80);
