-- +goose Up
-- A set used to have one light and one card; now it has lists of them, a backdrop
-- and what is outside its windows.
-- +goose StatementBegin
create function set_with_lists(s jsonb) returns jsonb language sql immutable as $$
  select case when s is null or not s ? 'light' then s else
    (s - 'light' - 'card')
    || jsonb_build_object(
      'table', '{"finish": "matt"}'::jsonb || (s->'table'),
      'vessel', '{"finish": "satin"}'::jsonb || (s->'vessel'),
      'food', '{"steams": false}'::jsonb || (s->'food'),
      'lights', jsonb_build_array(jsonb_build_object('name', initcap(s->'light'->>'kind'), 'on', true, 'guideM', 0, 'wattS', 0, 'luxAt1m', 0, 'kelvin', 6500, 'glass', 0.8,
        'revealMm', 0, 'curtainLeft', 0, 'curtainRight', 0, 'blindTop', 0, 'outside', '[]'::jsonb) || (s->'light')),
      'cards', jsonb_build_array(jsonb_build_object('name', 'White card', 'kind', 'white', 'zMm', 0) || ((s->'card') - 'reflectance')),
      'backdrop', '{"on": false, "yMm": 1100, "widthMm": 1200, "heightMm": 800, "colour": "#8d8580"}'::jsonb,
      'daylight', '{"on": false, "weather": "overcast", "day": "2026-12-03", "clock": "11:00", "zone": "Europe/London", "latDeg": 0, "lonDeg": 0, "farSideDeg": 0}'::jsonb)
  end
$$;
-- Rows in the journal are JSON text, kept as base64.
create function row_with_lists(r text) returns jsonb language sql immutable as $$
  select case when r is null then 'null'::jsonb else
    to_jsonb(replace(encode(convert_to(jsonb_set(d.row, '{set}', set_with_lists(d.row->'set'))::text, 'UTF8'), 'base64'), E'\n', '')) end
  from (select convert_from(decode(coalesce(r, 'e30='), 'base64'), 'UTF8')::jsonb as row) as d
$$;
-- +goose StatementEnd
update sets set set = set_with_lists(set);
update frames set set = set_with_lists(set);
update deeds set changes = (select jsonb_agg(case when c->>'table' in ('sets', 'frames')
    then c || jsonb_build_object('before', row_with_lists(c->>'before'), 'after', row_with_lists(c->>'after')) else c end order by n) from jsonb_array_elements(changes) with ordinality as e(c, n))
  where exists (select 1 from jsonb_array_elements(changes) as c where c->>'table' in ('sets', 'frames'));
drop function row_with_lists(text);
drop function set_with_lists(jsonb);

create table places (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  place jsonb not null
);

-- +goose Down
drop table places;
