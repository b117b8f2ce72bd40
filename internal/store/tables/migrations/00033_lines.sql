-- +goose Up
-- An instrument is connected, too.
DROP INDEX cabinet_deeds_by_instrument;
ALTER TABLE cabinet_deeds RENAME TO cabinet_deeds_old;
CREATE TABLE cabinet_deeds (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  instrument TEXT NOT NULL, -- the id of the deed that told it first
  what TEXT NOT NULL CHECK (what IN ('told', 'zeroed', 'out', 'back', 'spread', 'studied', 'passed', 'wired')),
  body TEXT NOT NULL CHECK (json_valid(body)), -- lengths of 0.1 nm
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL
) STRICT;
INSERT INTO cabinet_deeds (seq, id, instrument, what, body, said_by, said_at)
  SELECT seq, id, instrument, what, body, said_by, said_at FROM cabinet_deeds_old;
DROP TABLE cabinet_deeds_old;
CREATE INDEX cabinet_deeds_by_instrument ON cabinet_deeds (instrument, seq);

-- What the gauge's own length does with a kelvin, in millionths; steel's where nobody said.
ALTER TABLE gauges ADD COLUMN expansion REAL CHECK (expansion IS NULL OR expansion > 0 AND expansion < 100);

-- From how many settings of the zero the readings of a file come; 0 where it does not say.
ALTER TABLE features ADD COLUMN gauge_zeros INTEGER NOT NULL DEFAULT 0 CHECK (gauge_zeros >= 0);

-- What a job that came from elsewhere was measured with.
ALTER TABLE jobs ADD COLUMN shelf TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(shelf));

-- What a gauge's line said is what its dial shows, its sign, too; a sign that somebody types says what is larger.
ALTER TABLE readings ADD COLUMN by_line INTEGER NOT NULL DEFAULT 0 CHECK (by_line IN (0, 1));

-- +goose Down
ALTER TABLE readings DROP COLUMN by_line;
ALTER TABLE jobs DROP COLUMN shelf;
ALTER TABLE features DROP COLUMN gauge_zeros;
ALTER TABLE gauges DROP COLUMN expansion;
DELETE FROM cabinet_deeds WHERE what = 'wired';
DROP INDEX cabinet_deeds_by_instrument;
ALTER TABLE cabinet_deeds RENAME TO cabinet_deeds_new;
CREATE TABLE cabinet_deeds (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  instrument TEXT NOT NULL,
  what TEXT NOT NULL CHECK (what IN ('told', 'zeroed', 'out', 'back', 'spread', 'studied', 'passed')),
  body TEXT NOT NULL CHECK (json_valid(body)),
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL
) STRICT;
INSERT INTO cabinet_deeds SELECT seq, id, instrument, what, body, said_by, said_at FROM cabinet_deeds_new;
DROP TABLE cabinet_deeds_new;
CREATE INDEX cabinet_deeds_by_instrument ON cabinet_deeds (instrument, seq);
