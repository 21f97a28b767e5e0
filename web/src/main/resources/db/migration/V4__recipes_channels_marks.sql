-- recipes: every version that was kept stays, and a recipe can be retired
alter table recipe add column retired_at timestamptz;
create table recipe_version (
    id        bigint generated always as identity primary key,
    recipe_id bigint       not null references recipe,
    number    integer      not null,
    title     varchar(120) not null,
    body      text         not null,
    kept_at   timestamptz  not null,
    unique (recipe_id, number)
);
insert into recipe_version (recipe_id, number, title, body, kept_at)
select id, version, title, body, current_timestamp from recipe;

-- channels: a scheme of folders instead of a rule for densities, limits, and what each says of its recipes
alter table channel
    drop constraint channel_name_key,
    add column scheme           varchar(16)  not null default 'RECIPES'
        check (scheme in ('RECIPES', 'FLAT', 'FORMAT', 'RECIPE', 'SCALE', 'SHOOT', 'TEMPLATE')),
    add column pattern          varchar(500) not null default '',
    add column max_bytes        bigint,
    add column without_location boolean      not null default false,
    add column removed_at       timestamptz,
    alter column kept_out type text;
create unique index channel_by_name on channel (name) where removed_at is null;
alter table channel_recipe
    add column folder varchar(500),
    add column suffix varchar(200) not null default '';

alter table rendition
    add column scheme           varchar(16)  not null default 'RECIPES',
    add column pattern          varchar(500) not null default '',
    add column without_location boolean      not null default false,
    add column own_folder       varchar(500),
    add column suffix           varchar(200) not null default '',
    add column recipe_id        bigint references recipe,
    add column recipe_version   integer,
    alter column kept_out type text;

-- densities told apart by folders were a folder below the recipe's own, for recipes of several densities
create function pg_temp.by_scale(body text) returns varchar language sql as $$
    select case when body::jsonb #> '{size,densities}' is not null
                     and coalesce(body::jsonb #>> '{format,type}', '') not in ('pdf', 'svg', 'eps')
                     and coalesce(body::jsonb ->> 'name', '') || coalesce(body::jsonb ->> 'folder', '') !~ '\{\s*(scale|density)'
                then left(ltrim(coalesce(body::jsonb ->> 'folder', '') || '/{scale}', '/'), 500) end
$$;
update channel_recipe part set folder = pg_temp.by_scale(r.body)
from channel c, recipe r
where c.id = part.channel_id and r.id = part.recipe_id and c.densities = 'FOLDER' and c.folder !~ '\{\s*(scale|density)';
update rendition set own_folder = pg_temp.by_scale(recipe_body)
where densities = 'FOLDER' and channel_folder !~ '\{\s*(scale|density)';
drop function pg_temp.by_scale(text);
alter table channel drop column densities;
alter table rendition drop column densities;

-- marks: a file of the shelf, and the one for dark ground
create table mark (
    id         bigint generated always as identity primary key,
    title      varchar(120) not null,
    file       varchar(255) not null unique,
    on_dark    varchar(255),
    removed_at timestamptz
);

-- the plan: cells that are turned off, and clauses in which a piece is treated otherwise
create table cell_choice (
    id         bigint generated always as identity primary key,
    piece_id   bigint  not null references piece on delete cascade,
    channel_id bigint  not null references channel on delete cascade,
    recipe_id  bigint  not null references recipe on delete cascade,
    wanted     boolean not null default true,
    otherwise  text,
    unique (piece_id, channel_id, recipe_id)
);

alter table source
    add column credit  varchar(500),
    add column licence varchar(500),
    add column contact varchar(500);
