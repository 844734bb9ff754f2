-- +goose Up
create table people (
  id text primary key,
  email text not null unique,
  name text not null,
  role text not null check (role in ('owner', 'crew')),
  password_hash text not null,
  created_at timestamptz not null
);

create table sessions (
  token text primary key,
  data bytea not null,
  expiry timestamptz not null
);
create index sessions_expiry on sessions (expiry);

create table shoots (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  name text not null,
  day text,
  brief jsonb not null
);
create index shoots_by_day on shoots (coalesce(day, '9999'), id);

create table dishes (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  position int not null,
  form text not null,
  recipe jsonb not null,
  dropped jsonb not null default '[]'
);
create index dishes_of_shoot on dishes (shoot_id, position, id);

create table shots (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  dish_id text not null references dishes on delete cascade,
  position int not null,
  kind text not null,
  title text not null,
  because text not null,
  cause text not null,
  proposal text not null,
  step int not null,
  angle text not null,
  hands int not null,
  shutter boolean not null,
  hold text not null,
  caution text not null,
  guards text not null,
  ticks jsonb not null default '[]'
);
create index shots_of_shoot on shots (shoot_id, position, id);
create index shots_of_dish on shots (dish_id);

create table sets (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shot_id text not null unique references shots on delete cascade,
  set jsonb not null
);

create table frames (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  shot_id text not null references shots on delete cascade,
  sha256 text not null,
  bytes int not null,
  width_px int not null,
  height_px int not null,
  taken_at timestamptz not null,
  settings jsonb not null,
  set jsonb not null,
  copies jsonb not null,
  kept boolean not null
);
create index frames_of_shot on frames (shot_id, id);
create index frames_of_shoot on frames (shoot_id, id);
-- The one that is kept: never two, even when two people press at once.
create unique index frames_kept on frames (shot_id) where kept;

create table approvals (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shoot_id text not null references shoots on delete cascade,
  shot_id text not null references shots on delete cascade,
  frame_id text not null references frames on delete cascade,
  who text not null,
  words text not null
);
create index approvals_of_shoot on approvals (shoot_id);
create unique index approvals_of_frame on approvals (frame_id);

create table publications (
  id text primary key,
  shoot_id text not null references shoots on delete cascade,
  shot_id text not null references shots on delete cascade,
  frame_id text not null references frames on delete cascade,
  outlet text not null,
  crop jsonb not null,
  words jsonb not null,
  sha256 text not null,
  bytes int not null,
  width_px int not null,
  height_px int not null,
  state text not null check (state in ('waiting', 'accepted', 'refused')),
  answer text not null,
  created_at timestamptz not null,
  done_at timestamptz
);
create index publications_of_shoot on publications (shoot_id, id);
create index publications_of_shot on publications (shot_id, id);

create table deeds (
  id bigserial primary key,
  shoot_id text not null,
  person_id text not null,
  at timestamptz not null,
  words text not null,
  changes jsonb not null,
  undone boolean not null
);
create index deeds_of_shoot on deeds (shoot_id, id desc);

create table marks (
  name text primary key,
  at timestamptz not null
);

-- +goose Down
drop table marks, deeds, publications, approvals, frames, sets, shots, dishes, shoots, sessions, people;
