-- +goose Up
-- What the shop found of a gauge itself; where empty, the default of its kind counts.
ALTER TABLE gauges ADD COLUMN repeatability INTEGER CHECK (repeatability >= 0); -- 0.1 nm, standard deviation
ALTER TABLE gauges ADD COLUMN setting_u INTEGER CHECK (setting_u >= 0); -- 0.1 nm, standard uncertainty
