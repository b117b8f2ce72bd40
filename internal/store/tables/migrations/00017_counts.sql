-- +goose Up
-- What a whole number on a dial counts, where the setup says it; else its division, or a thousandth of an inch and a hundredth of a millimetre.
ALTER TABLE gauges ADD COLUMN counts INTEGER CHECK (counts > 0); -- 0.1 nm
