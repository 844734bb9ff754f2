-- +goose Up
-- Pictures of a set as its camera would take it, made before anything is cooked.
create table previews (
  id text primary key,
  version int not null,
  created_at timestamptz not null,
  shot_id text not null references shots (id) on delete cascade,
  set_hash text not null,
  sha256 text not null,
  width_px int not null,
  height_px int not null,
  samples int not null,
  seconds double precision not null
);
create index previews_by_shot on previews (shot_id, id);

-- +goose Down
drop table previews;
