-- +goose Up
-- What is to go out at an hour, what was called off before it did, and what is taken down again.
alter table publications
  add column goes_at timestamptz,
  add column picture text not null default '',
  add column begun_at timestamptz,
  drop constraint publications_state_check,
  add constraint publications_state_check check (state in ('waiting', 'accepted', 'refused', 'called off', 'asked down', 'taken down'));
drop index publications_once;
create unique index publications_once on publications (same_as) where same_as <> '' and state in ('waiting', 'accepted', 'asked down');
create index publications_to_come on publications (goes_at) where state = 'waiting' and goes_at is not null;

-- +goose Down
drop index publications_to_come, publications_once;
update publications set state = 'refused' where state in ('called off', 'taken down');
update publications set state = 'accepted' where state = 'asked down';
create unique index publications_once on publications (same_as) where same_as <> '' and state <> 'refused';
alter table publications
  drop constraint publications_state_check,
  add constraint publications_state_check check (state in ('waiting', 'accepted', 'refused')),
  drop column begun_at, drop column picture, drop column goes_at;
