-- +goose Up
create table props (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  name text not null,
  kind text not null,
  size_mm double precision not null,
  hue text not null,
  lightness double precision not null,
  finish text not null,
  count int not null check (count >= 0),
  words text not null,
  prop jsonb not null
);
create index props_by_name on props (name, id);
create index props_by_kind on props (kind, hue, size_mm);
create index props_by_lightness on props (kind, lightness);
create index props_words on props using gin (words gin_trgm_ops) with (fastupdate = off);

create table reservations (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  prop_id text not null references props on delete cascade,
  shoot_id text not null references shoots on delete cascade,
  dish_id text not null,
  count int not null check (count > 0),
  state text not null check (state in ('reserved', 'pulled', 'back', 'broken'))
);
create index reservations_of_shoot on reservations (shoot_id, id);
create index reservations_of_prop on reservations (prop_id);
create index reservations_of_dish on reservations (dish_id);
create index shoots_of_day on shoots (day);

-- Never more reserved for one day than there are, whoever reserves: the prop's row
-- is locked while the day is counted. A shoot that moves to another day may still
-- clash; that is found and told, not refused.
-- +goose StatementBegin
create function reservations_hold() returns trigger language plpgsql as $$
declare
  there int;
  taken int;
begin
  if new.state not in ('reserved', 'pulled') then
    return new;
  end if;
  if tg_op = 'UPDATE' and old.state in ('reserved', 'pulled') and new.count <= old.count and new.prop_id = old.prop_id then
    return new;
  end if;
  select count into there from props where id = new.prop_id for update;
  select coalesce(sum(r.count), 0) into taken
    from reservations r join shoots s on s.id = r.shoot_id, shoots mine
    where mine.id = new.shoot_id and r.prop_id = new.prop_id and r.id <> new.id and r.state in ('reserved', 'pulled')
      and (s.id = mine.id or s.day = mine.day);
  if taken + new.count > there then
    raise exception 'only % of % are free', greatest(there - taken, 0), there using errcode = 'FL001';
  end if;
  return new;
end $$;
-- +goose StatementEnd
create trigger reservations_hold before insert or update on reservations for each row execute function reservations_hold();

create table kit (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  name text not null,
  kind text not null,
  item jsonb not null
);
create index kit_by_kind on kit (kind, name, id);

create table wanted (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  wanted jsonb not null
);

-- +goose Down
drop table wanted, kit, reservations;
drop function reservations_hold;
drop index shoots_of_day;
drop table props;
