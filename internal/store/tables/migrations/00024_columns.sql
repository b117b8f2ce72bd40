-- +goose Up
-- In how many columns a part is read where they are no directions; 0 where they are. They were kept as degrees counted from 0.
ALTER TABLE features ADD COLUMN counted INTEGER NOT NULL DEFAULT 0 CHECK (counted >= 0);
