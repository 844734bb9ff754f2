-- +goose Up
-- A set is divided: what stands and shines belongs to a set-up, which several shots share;
-- a shot keeps what is its own (camera, state of the dish, what it leaves out). Sets that
-- stood alike become one set-up, named by the first of them.
create table setups (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  name text not null,
  set_up jsonb not null,
  draft jsonb
);
create index setups_of_shoot on setups (shoot_id, id);

-- +goose StatementBegin
create function shared_of(s jsonb) returns jsonb language sql immutable as $$
  select (s - array['camera', 'views', 'advice', 'follows', 'answers'])
    || jsonb_build_object(
      'cameras', coalesce(nullif(s->'views', 'null'), '[]'),
      'things', coalesce((select jsonb_agg(t || '{"on": true}' order by n) from jsonb_array_elements(coalesce(nullif(s->'things', 'null'), '[]')) with ordinality as e(t, n)), '[]'))
$$;
create function own_of(s jsonb) returns jsonb language sql immutable as $$
  select jsonb_build_object('camera', s->'camera', 'through', 0, 'state', '', 'vessel', null, 'food', null, 'cardsOut', null,
    'off', coalesce((select jsonb_agg(n - 1 order by n) from jsonb_array_elements(coalesce(nullif(s->'things', 'null'), '[]')) with ordinality as e(t, n) where not coalesce((t->>'on')::boolean, true)), '[]'),
    'advice', coalesce(s->'advice', '""'), 'follows', coalesce(s->'follows', '""'), 'answers', coalesce(nullif(s->'answers', 'null'), '{"stands": "", "balanced": "", "tells": ""}'))
$$;
-- Rows in the journal are JSON text, kept as base64.
create function row_text(r jsonb) returns jsonb language sql immutable as $$
  select to_jsonb(replace(encode(convert_to(r::text, 'UTF8'), 'base64'), E'\n', ''))
$$;
create function row_of(r text) returns jsonb language sql immutable as $$
  select convert_from(decode(r, 'base64'), 'UTF8')::jsonb
$$;
create function setup_row(shoot text, r text) returns jsonb language sql immutable as $$
  select case when r is null then 'null'::jsonb else
    row_text((row_of(r) - array['shotId', 'set']) || jsonb_build_object('shootId', shoot, 'name', '', 'setUp', shared_of(row_of(r)->'set'), 'draft', null)) end
$$;
create function set_row(r text, up text) returns jsonb language sql immutable as $$
  select case when r is null then 'null'::jsonb else
    row_text((row_of(r) - 'set') || jsonb_build_object('setUpId', up, 'own', own_of(row_of(r)->'set'), 'draft', null)) end
$$;
-- +goose StatementEnd

create temporary table divided_sets as
  select r.id, s.shoot_id, r.created_at, shared_of(r.set) as shared, own_of(r.set) as own,
    first_value(r.id) over (partition by s.shoot_id, shared_of(r.set) - 'food' order by r.created_at, r.id) as up
  from sets r join shots s on s.id = r.shot_id;
insert into setups (id, version, created_at, shoot_id, name, set_up) select id, 1, created_at, shoot_id, '', shared from divided_sets where id = up;
alter table sets add column set_up_id text references setups, add column own jsonb, add column draft jsonb;
update sets set set_up_id = d.up, own = d.own || case when d.shared->'food' = u.set_up->'food' then '{}' else jsonb_build_object('food', d.shared->'food') end
  from divided_sets d join setups u on u.id = d.up where d.id = sets.id;
-- +goose StatementBegin
-- A deed on a set becomes one on a set-up and one on what is the shot's own. Where two sets
-- became one set-up, what was done before to the second finds no set-up of its own: undo then
-- says that it was changed since.
create function divided(changes jsonb, shoot text) returns jsonb language sql stable as $$
  select jsonb_agg(x order by n, k) from (
    select n, 1 as k, c as x from jsonb_array_elements(changes) with ordinality as e(c, n) where c->>'table' <> 'sets'
    union all
    select n, case when c->>'after' is null then 2 else 1 end, jsonb_build_object('table', 'setups', 'id', c->>'id', 'before', setup_row(shoot, c->>'before'), 'after', setup_row(shoot, c->>'after'))
      from jsonb_array_elements(changes) with ordinality as e(c, n) where c->>'table' = 'sets'
    union all
    select n, case when c->>'after' is null then 1 else 2 end, jsonb_build_object('table', 'sets', 'id', c->>'id', 'before', set_row(c->>'before', coalesce(r.set_up_id, c->>'id')), 'after', set_row(c->>'after', coalesce(r.set_up_id, c->>'id')))
      from jsonb_array_elements(changes) with ordinality as e(c, n) left join sets r on r.id = c->>'id' where c->>'table' = 'sets'
  ) as all_changes
$$;
-- +goose StatementEnd
update deeds set changes = divided(changes, shoot_id)
  where exists (select 1 from jsonb_array_elements(changes) as c where c->>'table' = 'sets');
alter table sets alter column set_up_id set not null, alter column own set not null, drop column set;
create index sets_of_setup on sets (set_up_id);
drop table divided_sets;
drop function divided(jsonb, text);
drop function set_row(text, text);
drop function setup_row(text, text);
drop function row_of(text);
drop function row_text(jsonb);
drop function own_of(jsonb);
drop function shared_of(jsonb);

-- Small pictures for the contact sheet are kept beside those that were asked for one by one.
alter table previews add column small boolean not null default false;

-- Whoever holds a shot's set at an older version learns that what it shares was changed, by
-- a deed, by undo or by redo.
-- +goose StatementBegin
create function setups_touch() returns trigger language plpgsql as $$
begin
  update sets set version = version + 1 where set_up_id = new.id;
  return null;
end $$;
-- +goose StatementEnd
create trigger setups_touch after update on setups for each row when (old.set_up is distinct from new.set_up) execute function setups_touch();

-- +goose Down
alter table previews drop column small;
drop trigger setups_touch on setups;
drop function setups_touch;
alter table sets add column set jsonb;
update sets set set = (u.set_up - array['cameras', 'placeId']) || jsonb_build_object('views', u.set_up->'cameras', 'camera', own->'camera', 'advice', own->'advice', 'follows', own->'follows', 'answers', own->'answers')
    || case when own->'food' = 'null' then '{}' else jsonb_build_object('food', own->'food') end
    || case when own->'vessel' = 'null' then '{}' else jsonb_build_object('vessel', own->'vessel') end
  from setups u where u.id = set_up_id;
alter table sets alter column set set not null, drop column set_up_id, drop column own, drop column draft;
drop table setups;
