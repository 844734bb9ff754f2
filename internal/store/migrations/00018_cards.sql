-- +goose Up
-- Cards that are copied. A frame may have come with one, and be laid to no shot yet.
create table cards (
  id text primary key,
  created_at timestamptz not null,
  shoot_id text not null, -- a shoot that is taken away and comes back has its cards still
  "from" text not null,
  name text not null,
  folder text not null,
  clock jsonb not null,
  by_hand boolean not null default false,
  why text not null default '',
  done boolean not null default false
);
create index cards_of_shoot on cards (shoot_id, id);
create table card_files (
  card_id text not null references cards on delete cascade,
  path text not null,
  bytes bigint not null,
  modified timestamptz not null,
  sha256 text not null default '',
  copies jsonb not null default '[]',
  why text not null default '',
  seen boolean not null default false,
  frame_id text not null default '',
  said text not null default '',
  primary key (card_id, path)
);
create index card_files_unseen on card_files (card_id, path) where sha256 <> '' and not seen;
-- What a picture looks like from far: worked out from the file of that hash, and can be again.
create table looks (
  file text primary key,
  fields bytea not null,
  aspect double precision not null,
  crisp double precision not null
);
alter table frames alter column shot_id drop not null;
alter table frames
  add column came jsonb not null default '{}',
  add column match jsonb not null default '{}',
  add column laid text not null default '',
  add column mark text not null default '';
-- The light table's order, and where it goes on.
create index frames_in_time on frames (shoot_id, taken_at, id);
create index frames_chosen on frames (shoot_id, taken_at, id) where kept or mark = 'beside';
create index frames_by_hash on frames (shoot_id, sha256);
-- A card brings thousands at once: whoever is on the shoot hears of them once, when they are told by name.
drop trigger told_of_frames on frames;
create trigger told_of_frames after insert on frames for each row when (new.came = '{}' or new.came ->> 'cardId' = '') execute function tell_of_deed();
create trigger told_of_cards after insert or update on cards for each row execute function tell_of_deed();

-- +goose Down
drop trigger told_of_cards on cards;
drop trigger told_of_frames on frames;
create trigger told_of_frames after insert on frames for each row execute function tell_of_deed();
drop index frames_by_hash;
drop index frames_chosen;
drop index frames_in_time;
delete from frames where shot_id is null;
alter table frames drop column mark, drop column laid, drop column match, drop column came;
alter table frames alter column shot_id set not null;
drop table looks;
drop table card_files;
drop table cards;
