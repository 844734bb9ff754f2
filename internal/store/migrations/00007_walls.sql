-- +goose Up
-- Whoever takes a deed back or does it again must be allowed what the deed itself asked for.
alter table deeds add column needs text not null default 'photographer';
-- What a deed took away: its kind and key, and what it is called. Empty for most deeds.
alter table deeds
  add column removed text not null default '',
  add column removed_id text not null default '',
  add column removed_name text not null default '';
create index deeds_removed on deeds (id desc) where removed <> '';
-- Deeds of before that took something away, as they were worded.
update deeds d set removed = x.kind, removed_id = x.id, removed_name = x.name, needs = case when x.kind = 'shoots' then 'owner' else d.needs end
  from (
    select distinct on (d.id) d.id as deed, c ->> 'table' as kind, c ->> 'id' as id,
      coalesce(b #>> '{recipe,title}', b #>> '{prop,name}', b #>> '{item,name}', b #>> '{wanted,name}', b #>> '{trial,name}', b #>> '{reference,words}', b ->> 'title', b ->> 'name', '') as name
    from deeds d, jsonb_array_elements(d.changes) with ordinality as e(c, n),
      lateral (select convert_from(decode(coalesce(c ->> 'before', 'e30='), 'base64'), 'UTF8')::jsonb as b) as row
    where c ->> 'after' is null and c ->> 'before' is not null and (d.words like 'Removed%' or d.words like 'Took%')
    order by d.id, n desc
  ) x where x.deed = d.id;

-- Four kinds of people instead of two. Sessions carry the epoch of their person; raising it
-- signs out everywhere.
alter table people drop constraint people_role_check;
update people set role = 'photographer' where role = 'crew';
alter table people
  add constraint people_role_check check (role in ('owner', 'photographer', 'stylist', 'assistant')),
  add column epoch int not null default 1;

create table invitations (
  id text primary key,
  token_hash text not null unique,
  name text not null,
  role text not null check (role in ('owner', 'photographer', 'stylist', 'assistant')),
  created_by text not null,
  created_at timestamptz not null,
  expires_at timestamptz not null,
  used_at timestamptz
);

-- What came of reading every file of the vault again.
create table vault_checks (
  id text primary key,
  began_at timestamptz not null,
  ended_at timestamptz,
  asked_by text not null,
  files int not null,
  done int not null,
  bytes bigint not null,
  mended int not null,
  lost jsonb not null default '[]',
  failed text not null default ''
);
create index vault_checks_newest on vault_checks (began_at desc);

-- The same cut sent to the same outlet again is the same delivery.
alter table publications add column same_as text not null default '';
create unique index publications_once on publications (same_as) where same_as <> '' and state <> 'refused';

-- +goose Down
drop index publications_once;
alter table publications drop column same_as;
drop table vault_checks, invitations;
alter table people drop column epoch, drop constraint people_role_check;
update people set role = 'crew' where role <> 'owner';
alter table people add constraint people_role_check check (role in ('owner', 'crew'));
drop index deeds_removed;
alter table deeds drop column removed_name, drop column removed_id, drop column removed, drop column needs;
