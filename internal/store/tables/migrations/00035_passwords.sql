-- +goose Up
-- A password that an owner set for somebody is a first one: it is changed at the next sign-in.
ALTER TABLE people ADD COLUMN first_password INTEGER NOT NULL DEFAULT 0 CHECK (first_password IN (0, 1));

-- +goose Down
ALTER TABLE people DROP COLUMN first_password;
