-- +goose Up
-- One name for a thing: a glossy finish is gloss, as it is in a set; the surface of a
-- diffuser is diffuser, as it is among the cards of a set.
-- +goose StatementBegin
create function prop_in_words(p jsonb) returns jsonb language sql immutable as $$
  select jsonb_set(jsonb_set(p,
    '{front,finish}', case when p#>>'{front,finish}' = 'glossy' then '"gloss"' else coalesce(p#>'{front,finish}', '""') end),
    '{back,finish}', case when p#>>'{back,finish}' = 'glossy' then '"gloss"' else coalesce(p#>'{back,finish}', '""') end)
$$;
create function kit_in_words(i jsonb) returns jsonb language sql immutable as $$
  select case when i->>'surface' = 'diffusion' then i || '{"surface": "diffuser"}' else i end
$$;
-- Rows in the journal are JSON text, kept as base64.
create function row_in_words(r text) returns jsonb language sql immutable as $$
  select case when r is null then 'null'::jsonb else
    to_jsonb(replace(encode(convert_to((case
      when d.row ? 'prop' then jsonb_set(d.row, '{prop}', prop_in_words(d.row->'prop'))
      when d.row ? 'item' then jsonb_set(d.row, '{item}', kit_in_words(d.row->'item'))
      else d.row end)::text, 'UTF8'), 'base64'), E'\n', '')) end
  from (select convert_from(decode(coalesce(r, 'e30='), 'base64'), 'UTF8')::jsonb as row) as d
$$;
-- +goose StatementEnd
update props set prop = prop_in_words(prop), finish = case when finish = 'glossy' then 'gloss' else finish end
  where prop#>>'{front,finish}' = 'glossy' or prop#>>'{back,finish}' = 'glossy' or finish = 'glossy';
update kit set item = kit_in_words(item) where item->>'surface' = 'diffusion';
update deeds set changes = (select jsonb_agg(case when c->>'table' in ('props', 'kit')
    then c || jsonb_build_object('before', row_in_words(c->>'before'), 'after', row_in_words(c->>'after')) else c end order by n) from jsonb_array_elements(changes) with ordinality as e(c, n))
  where exists (select 1 from jsonb_array_elements(changes) as c where c->>'table' in ('props', 'kit'));
drop function row_in_words(text);
drop function kit_in_words(jsonb);
drop function prop_in_words(jsonb);

-- +goose Down
select 1;
