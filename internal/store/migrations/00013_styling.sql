-- +goose Up
-- What is styled: the techniques put on a frame, how long things held, and how long food stood warm.
alter table shots add column techniques jsonb not null default '[]';
create table holds (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  dish_id text not null,
  log jsonb not null
);
create index holds_dish on holds (dish_id);
create table moments (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  dish_id text not null references dishes on delete cascade,
  at timestamptz not null,
  out boolean not null
);
create index moments_dish on moments (dish_id, at);

-- +goose Down
drop table moments;
drop table holds;
alter table shots drop column techniques;
