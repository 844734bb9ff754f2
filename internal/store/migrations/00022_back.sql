-- +goose Up
-- Finished pictures may come from another program.
alter table versions add name text not null default '';
alter table versions add known text not null default '';

-- +goose Down
alter table versions drop name;
alter table versions drop known;
