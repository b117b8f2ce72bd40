-- +goose Up
-- A customer's link has an end; those that were made before get as long as a new one.
ALTER TABLE shares ADD COLUMN ends_at TEXT NOT NULL DEFAULT '';
UPDATE shares SET ends_at = strftime('%Y-%m-%dT%H:%M:%fZ', 'now', '+90 days');

-- +goose Down
ALTER TABLE shares DROP COLUMN ends_at;
