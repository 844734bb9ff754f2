-- +goose Up
-- What was noted on old frames, read again.
create table reviews (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  shoot_id text not null,
  frame_id text not null unique,
  pins jsonb not null default '[]',
  done boolean not null default false
);
create index reviews_of_shoot on reviews (shoot_id);
create index reviews_by_pin on reviews using gin (pins jsonb_path_ops);

-- +goose Down
drop table reviews;
