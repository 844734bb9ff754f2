-- +goose Up
-- What people answered when they trained their eyes. Each drill is answered once; how far somebody is follows from the answers.
create table drill_answers (
  id text primary key,
  person_id text not null references people on delete cascade,
  drill text not null,
  choice int not null,
  is_right boolean not null,
  answered_at timestamptz not null
);
create unique index drill_answers_once on drill_answers (person_id, drill);
create index drill_answers_of_person on drill_answers (person_id, answered_at, id);

-- +goose Down
drop table drill_answers;
