-- +goose Up
-- What the studio has decided about verbs of the kitchen, and which deed of its step a frame
-- belongs to.
create table verbs (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  class text not null
);
alter table shots add column nth int not null default 0;

-- +goose Down
alter table shots drop column nth;
drop table verbs;
