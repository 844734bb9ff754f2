-- +goose Up
-- What a client is shown, by which links, and what they say. Answers are only added.
create table proof_rounds (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  shoot_id text not null,
  number integer not null,
  note text not null default '',
  choices jsonb not null default '[]',
  unique (shoot_id, number)
);
create table proof_links (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  shoot_id text not null,
  token_hash text not null unique,
  whom text not null,
  expires_at timestamptz not null,
  revoked_at timestamptz,
  opened_at timestamptz
);
create index proof_links_of_shoot on proof_links (shoot_id);
create table proof_answers (
  id text primary key,
  version integer not null,
  created_at timestamptz not null,
  shoot_id text not null,
  round_id text not null references proof_rounds,
  link_id text not null references proof_links,
  key text not null,
  choice text not null,
  kind text not null,
  words text not null default '',
  pin jsonb,
  by_name text not null,
  unique (link_id, key)
);
create index proof_answers_of_shoot on proof_answers (shoot_id);
create index proof_answers_of_round on proof_answers (round_id);
create trigger told_of_answers after insert on proof_answers for each row execute function tell_of_deed();

-- +goose Down
drop table proof_answers;
drop table proof_links;
drop table proof_rounds;
