-- +goose Up
-- What a change was, as data; rows of before have only its text.
ALTER TABLE job_log ADD COLUMN facts TEXT NOT NULL DEFAULT '' CHECK (facts = '' OR json_valid(facts));
