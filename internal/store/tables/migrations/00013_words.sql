-- +goose Up
-- What a search by words goes through, without the rest of each job.
CREATE INDEX jobs_words ON jobs (number, customer, engine);
