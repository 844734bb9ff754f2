-- +goose Up
-- Who does which step of a kept frame, what is pinned on it, and how long it took. Hours are counted beside the journal: taking a
-- deed back does not take time back.
create table frame_works (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  shoot_id text not null,
  frame_id text not null unique,
  who jsonb not null default '{}',
  pins jsonb not null default '[]'
);
create index frame_works_of_shoot on frame_works (shoot_id);
create table frame_hours (
  id text primary key,
  shoot_id text not null,
  frame_id text not null,
  step text not null,
  person_id text not null,
  person_name text not null,
  log jsonb not null,
  unique (frame_id, step, person_id)
);
create index frame_hours_of_shoot on frame_hours (shoot_id);

-- +goose Down
drop table frame_hours;
drop table frame_works;
