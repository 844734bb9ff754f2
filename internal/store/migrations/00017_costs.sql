-- +goose Up
-- What is said of a shoot's money; null while nothing is.
alter table days add column costs jsonb;

-- +goose Down
alter table days drop column costs;
