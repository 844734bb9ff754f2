-- +goose Up
create extension if not exists pg_trgm;

alter table dishes
  add column colour jsonb not null default '{"food":[],"vessel":"","ground":"","accent":"","school":"quiet"}',
  add column supporting int not null default 3,
  add column eating jsonb not null default '{"altered":false,"why":""}',
  -- What a search looks through: the title and the things that go in.
  add column words text generated always as (coalesce(recipe ->> 'title', '') || ' ' || coalesce(jsonb_path_query_array(recipe, '$.ingredients[*].item')::text, '')) stored;
create index dishes_words on dishes using gin (words gin_trgm_ops) with (fastupdate = off);

alter table shots
  add column light text not null default '',
  add column vessel text not null default '',
  add column tool text not null default '',
  add column mined jsonb not null default '{}',
  add column merged jsonb not null default '[]';
create index shots_title on shots using gin (title gin_trgm_ops) with (fastupdate = off);

create table trials (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  dish_id text not null references dishes on delete cascade,
  position int not null,
  trial jsonb not null
);
create index trials_of_dish on trials (dish_id, position, id);
create index trials_of_shoot on trials (shoot_id, id);

create table goods (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  thing text not null unique,
  goods jsonb not null
);

create table shopping (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null unique references shoots on delete cascade,
  choices jsonb not null
);

create table series (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null unique references shoots on delete cascade,
  terms jsonb not null
);

create table refs (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  position int not null,
  reference jsonb not null,
  sha256 text not null,
  width_px int not null,
  height_px int not null
);
create index refs_of_shoot on refs (shoot_id, position, id);

create table asides (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  place text not null,
  code text not null,
  subject text not null,
  because text not null,
  unique (shoot_id, place, code, subject)
);

-- +goose Down
drop table asides, refs, series, shopping, goods, trials;
drop index shots_title, dishes_words;
alter table shots drop column light, drop column vessel, drop column tool, drop column mined, drop column merged;
alter table dishes drop column words, drop column eating, drop column supporting, drop column colour;
