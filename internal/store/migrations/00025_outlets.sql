-- +goose Up
-- Where pictures go, and what each place asks for, kept by the studio.
create table outlets (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  outlet jsonb not null
);
create unique index outlets_by_key on outlets ((outlet ->> 'key'));
insert into outlets (id, version, created_at, outlet) values
  ('outlet-feed', 1, now(), '{"key": "feed", "name": "Feed", "shape": "4:5", "leastLongPx": 1080, "mostLongPx": 2000, "mostBytes": 4194304, "mostWords": 600, "needsAlt": true, "needsCredit": false, "format": "jpeg", "place": "feed"}'),
  ('outlet-board', 1, now(), '{"key": "board", "name": "Menu board", "shape": "3:2", "leastLongPx": 1800, "mostLongPx": 4000, "mostBytes": 12582912, "mostWords": 160, "needsAlt": false, "needsCredit": true, "format": "jpeg", "place": "board"}'),
  ('outlet-tile', 1, now(), '{"key": "tile", "name": "Tiles", "shape": "1:1", "leastLongPx": 900, "mostLongPx": 1600, "mostBytes": 3145728, "mostWords": 120, "needsAlt": true, "needsCredit": true, "format": "jpeg", "place": "tile"}');
alter table publications add column format text not null default 'jpeg';

-- +goose Down
alter table publications drop column format;
drop table outlets;
