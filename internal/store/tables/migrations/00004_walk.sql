-- +goose Up
-- SQLite changes a CHECK only by making the table anew; keys are off while files are brought up to date.
CREATE TABLE limits_next (
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  block TEXT NOT NULL CHECK (block IN ('book', 'close')),
  kind TEXT NOT NULL,
  number INTEGER NOT NULL DEFAULT 0,
  name TEXT NOT NULL CHECK (name IN ('new_min', 'new_max', 'wear_max', 'taper_max', 'out_of_round_max', 'runout_max',
    'bore_to_bore_max', 'alignment_max', 'max', 'undersize', 'oversize', 'shell', 'clearance_new_min', 'clearance_new_max',
    'clearance_max', 'clearance_target_min', 'clearance_target_max')),
  place INTEGER NOT NULL DEFAULT 0,
  value INTEGER NOT NULL, -- 0.1 nm
  PRIMARY KEY (job_id, block, kind, number, name, place)
) STRICT, WITHOUT ROWID;
INSERT INTO limits_next SELECT * FROM limits;
DROP TABLE limits;
ALTER TABLE limits_next RENAME TO limits;

CREATE TABLE gauges_next (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL,
  instrument TEXT NOT NULL,
  division INTEGER NOT NULL CHECK (division > 0), -- 0.1 nm
  mode TEXT NOT NULL CHECK (mode IN ('direct', 'divisions', 'length', 'vernier', 'strip', 'feeler')),
  -- What it was zeroed on; with mating, the size of the mating part of each feature instead.
  setting INTEGER,
  mating INTEGER NOT NULL DEFAULT 0 CHECK (mating IN (0, 1)),
  sense INTEGER NOT NULL DEFAULT 1 CHECK (sense IN (-1, 1)),
  -- The printed steps of a plastic strip, as a list of clearances.
  steps TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(steps)),
  built TEXT NOT NULL DEFAULT '', -- how the setting was put together, in words
  set_by TEXT NOT NULL,
  set_at TEXT NOT NULL,
  CHECK ((mode IN ('divisions', 'length', 'vernier') AND mating = 0) = (setting IS NOT NULL))
) STRICT;
INSERT INTO gauges_next (seq, id, job_id, kind, instrument, division, mode, setting, sense, set_by, set_at)
  SELECT seq, id, job_id, kind, instrument, division, mode, setting, sense, set_by, set_at FROM gauges;
DROP TABLE gauges;
ALTER TABLE gauges_next RENAME TO gauges;
CREATE INDEX gauges_by_job ON gauges (job_id, seq);

-- A gauge checked on its standard; off is what it showed there.
CREATE TABLE gauge_checks (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL,
  gauge_id TEXT REFERENCES gauges (id),
  off INTEGER NOT NULL, -- 0.1 nm
  checked_by TEXT NOT NULL,
  checked_at TEXT NOT NULL
) STRICT;
CREATE INDEX gauge_checks_by_job ON gauge_checks (job_id, seq);

-- How parts of a kind are held and how warm they are; the last one holds, and each reading names its own.
CREATE TABLE conditions (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL,
  torqued INTEGER CHECK (torqued IN (0, 1)),
  deck_plate INTEGER CHECK (deck_plate IN (0, 1)),
  shells_in INTEGER CHECK (shells_in IN (0, 1)),
  part_c REAL,
  gauge_c REAL,
  material TEXT NOT NULL DEFAULT '',
  note TEXT NOT NULL DEFAULT '',
  set_by TEXT NOT NULL,
  set_at TEXT NOT NULL,
  -- A temperature of the part alone is a note; with the gauge's and the material sizes are corrected to 20 °C.
  CHECK ((gauge_c IS NULL) = (material = '') AND (gauge_c IS NULL OR part_c IS NOT NULL))
) STRICT;
CREATE INDEX conditions_by_job ON conditions (job_id, seq);
ALTER TABLE readings ADD COLUMN condition_id TEXT REFERENCES conditions (id);

-- Stations at the end of a feature's list that lie outside its plan.
ALTER TABLE features ADD COLUMN added INTEGER NOT NULL DEFAULT 0;

-- What was said of an engine before measuring; the last answer of a topic and place holds.
CREATE TABLE answers (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  topic TEXT NOT NULL,
  place TEXT NOT NULL,
  value TEXT NOT NULL,
  note TEXT NOT NULL DEFAULT '',
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL
) STRICT;
CREATE INDEX answers_by_job ON answers (job_id, topic, place, seq);

-- Photographs are re-encoded before they come here: no place, camera or time of the original is kept.
CREATE TABLE photos (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  caption TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  picture BLOB NOT NULL, -- JPEG
  small BLOB NOT NULL, -- JPEG
  taken_by TEXT NOT NULL,
  taken_at TEXT NOT NULL,
  removed_by TEXT NOT NULL DEFAULT '',
  removed_at TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX photos_by_job ON photos (job_id, seq);

-- Who changed the head of a job, and what it said before.
CREATE TABLE job_changes (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  before TEXT NOT NULL CHECK (json_valid(before)),
  changed_by TEXT NOT NULL,
  changed_at TEXT NOT NULL
) STRICT;
CREATE INDEX job_changes_by_job ON job_changes (job_id, seq);
