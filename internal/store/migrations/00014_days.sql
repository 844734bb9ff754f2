-- +goose Up
-- A shoot's day: what is said of it, and the plan that was taken.
create table days (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null unique references shoots on delete cascade,
  day jsonb not null
);

-- +goose Down
drop table days;
