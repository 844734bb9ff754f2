-- +goose Up
-- What was asked for under a key, so that asking again is answered and not done again.
create table asked (
  person_id text not null references people (id) on delete cascade,
  key text not null,
  route text not null,
  at timestamptz not null,
  status int not null default 0,
  answer bytea,
  primary key (person_id, key)
);
create index asked_by_age on asked (person_id, at);

-- +goose Down
drop table asked;
