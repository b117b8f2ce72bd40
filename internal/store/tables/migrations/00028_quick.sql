-- +goose Up
-- Parts that are looked at quickly first, and read whole only where that could matter.
ALTER TABLE features ADD COLUMN quick INTEGER NOT NULL DEFAULT 0 CHECK (quick IN (0, 1));

-- +goose Down
ALTER TABLE features DROP COLUMN quick;
