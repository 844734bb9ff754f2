-- +goose Up
-- Whoever is on a shoot hears of each deed as it is done, taken back or done again, on whichever server.
-- +goose StatementBegin
create function tell_of_deed() returns trigger as $$
begin
  perform pg_notify('figladder_deeds', new.shoot_id);
  return null;
end $$ language plpgsql;
-- +goose StatementEnd
create trigger told_of_deeds after insert or update on deeds for each row execute function tell_of_deed();

-- +goose Down
drop trigger told_of_deeds on deeds;
drop function tell_of_deed();
