-- +goose Up
-- A yes is said of a picture. Those that there are were said of the newest one there was then.
alter table approvals add picture text not null default '';
update approvals a set picture = coalesce(
  (select v.sha256 from versions v where v.frame_id = a.frame_id and v.created_at <= a.created_at order by v.number desc limit 1),
  (select coalesce(nullif(f.came ->> 'shows', ''), f.sha256) from frames f where f.id = a.frame_id), '');
alter table approvals alter picture drop default;

-- +goose Down
alter table approvals drop picture;
