-- +goose Up
-- What the shop's list says of a job, and the work that it needs: worked out from the rest and kept, so that a shop with
-- thousands of open jobs is listed at once after a start. rev counts the changes of the job; a change takes the line away.
CREATE TABLE job_lines (
  job_id INTEGER PRIMARY KEY REFERENCES jobs (id),
  rev INTEGER NOT NULL DEFAULT 1,
  rules TEXT NOT NULL DEFAULT '', -- what it was worked out by
  body TEXT CHECK (body IS NULL OR json_valid(body))
) STRICT;

-- +goose Down
DROP TABLE job_lines;
