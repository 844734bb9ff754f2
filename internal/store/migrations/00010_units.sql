-- +goose Up
-- The units that a studio thinks in.
create table preferences (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  units jsonb not null
);

-- +goose Down
drop table preferences;
