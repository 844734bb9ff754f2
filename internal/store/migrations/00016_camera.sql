-- +goose Up
-- What a camera was told to take, and what came from its card. A file on the card whose name is not here has not come yet.
create table takes (
  ref text primary key,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  shot_id text not null references shots on delete cascade,
  settings jsonb not null,
  focus_mm double precision not null,
  set jsonb not null,
  free boolean not null,
  plated_s double precision not null
);
create table camera_files (
  name text not null,
  ref text not null,
  created_at timestamptz not null,
  primary key (name, ref)
);
alter table frames
  add column camera_file text not null default '',
  add column free boolean not null default false,
  add column plated_s double precision not null default 0,
  add column changes jsonb not null default '[]',
  add column note text not null default '';
-- A frame is a fact, not a deed; whoever is on the shoot hears of it all the same.
create trigger told_of_frames after insert on frames for each row execute function tell_of_deed();

-- +goose Down
drop trigger told_of_frames on frames;
alter table frames drop column note, drop column changes, drop column plated_s, drop column free, drop column camera_file;
drop table camera_files;
drop table takes;
