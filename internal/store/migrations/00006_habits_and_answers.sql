-- +goose Up
-- The three questions that decide are asked again at the frame itself.
alter table frames add column answers jsonb not null default '{"stands": "", "balanced": "", "tells": ""}';

-- What a studio has chosen where there are schools.
create table habits (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  habits jsonb not null
);

-- +goose Down
drop table habits;
alter table frames drop column answers;
