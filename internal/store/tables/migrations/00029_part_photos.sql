-- +goose Up
-- A photograph may show one part of a job; without a kind it is of the job as a whole.
ALTER TABLE photos ADD COLUMN kind TEXT NOT NULL DEFAULT '';
ALTER TABLE photos ADD COLUMN number INTEGER NOT NULL DEFAULT 0 CHECK (number >= 0);
ALTER TABLE photos ADD COLUMN component TEXT NOT NULL DEFAULT '';

-- +goose Down
ALTER TABLE photos DROP COLUMN component;
ALTER TABLE photos DROP COLUMN number;
ALTER TABLE photos DROP COLUMN kind;
