-- +goose Up
-- Looks by name, what is done to each frame, and the pictures that were made.
create table base_looks (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  name text not null,
  steps jsonb not null default '[]',
  pipeline integer not null
);
create table finishes (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  shoot_id text not null,
  frame_id text not null unique,
  look_id text references base_looks,
  own jsonb not null default '[]'
);
create index finishes_of_shoot on finishes (shoot_id);
create index finishes_of_look on finishes (look_id) where look_id is not null;
create table versions (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  shoot_id text not null,
  frame_id text not null,
  number integer not null,
  sha256 text not null,
  bytes bigint not null,
  width_px integer not null,
  height_px integer not null,
  steps jsonb not null default '[]',
  pipeline integer not null,
  copies jsonb not null default '[]',
  unique (frame_id, number)
);
create index versions_of_shoot on versions (shoot_id);

-- +goose Down
drop table versions;
drop table finishes;
drop table base_looks;
