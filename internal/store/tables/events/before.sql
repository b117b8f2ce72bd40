-- The tables that events took the place of, for a job that comes from an older version.
CREATE TEMP TABLE gauges (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, kind TEXT, instrument TEXT,
  division INTEGER, mode TEXT, setting INTEGER, mating INTEGER DEFAULT 0, sense INTEGER DEFAULT 1,
  steps TEXT DEFAULT '[]', built TEXT DEFAULT '', set_by TEXT, set_at TEXT, repeatability INTEGER, setting_u INTEGER,
  counts INTEGER, from_file INTEGER DEFAULT 0, finest INTEGER DEFAULT 0, cabinet TEXT, named TEXT DEFAULT '',
  expansion REAL) STRICT;
CREATE TEMP TABLE gauge_checks (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, kind TEXT, gauge_id TEXT,
  off INTEGER, checked_by TEXT, checked_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE conditions (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, kind TEXT, torqued INTEGER,
  deck_plate INTEGER, shells_in INTEGER, part_c REAL, gauge_c REAL, material TEXT DEFAULT '', note TEXT DEFAULT '',
  set_by TEXT, set_at TEXT, from_file INTEGER DEFAULT 0, studs INTEGER, number INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE looks (seq INTEGER PRIMARY KEY, id TEXT, feature_id INTEGER, what TEXT, look TEXT,
  note TEXT DEFAULT '', graded_by TEXT, graded_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE unworn (seq INTEGER PRIMARY KEY, id TEXT, feature_id INTEGER, value INTEGER, taken_by TEXT,
  taken_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE answers (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, topic TEXT, place TEXT, value TEXT,
  note TEXT DEFAULT '', said_by TEXT, said_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE decisions (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, set_name TEXT, action TEXT,
  step INTEGER, shell INTEGER, method TEXT DEFAULT '', overruled INTEGER, reason TEXT DEFAULT '', basis TEXT,
  decided_by TEXT, decided_at TEXT, from_file INTEGER DEFAULT 0, component TEXT DEFAULT '') STRICT;
CREATE TEMP TABLE orders (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, sheet TEXT, issue INTEGER, body TEXT,
  issued_by TEXT, issued_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE order_events (seq INTEGER PRIMARY KEY, id TEXT, order_id TEXT, line TEXT DEFAULT '', what TEXT,
  reason TEXT DEFAULT '', said_by TEXT, said_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE matchings (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, kind TEXT, parts TEXT,
  settled_by TEXT, settled_at TEXT, from_file INTEGER DEFAULT 0, places_of TEXT DEFAULT '', parts_of TEXT DEFAULT ''
  ) STRICT;
CREATE TEMP TABLE build_events (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, what TEXT, body TEXT, of_id TEXT,
  said_by TEXT, said_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE closings (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, outcome TEXT, reason TEXT DEFAULT '',
  closed_by TEXT, closed_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE notes (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, kind TEXT DEFAULT '',
  number INTEGER DEFAULT 0, component TEXT DEFAULT '', text TEXT, said_by TEXT, said_at TEXT,
  from_file INTEGER DEFAULT 0, removed_by TEXT DEFAULT '', removed_at TEXT DEFAULT '') STRICT;
CREATE TEMP TABLE photos (seq INTEGER PRIMARY KEY, id TEXT, job_id INTEGER, caption TEXT, width INTEGER,
  height INTEGER, picture BLOB, small BLOB, taken_by TEXT, taken_at TEXT, removed_by TEXT DEFAULT '',
  removed_at TEXT DEFAULT '', from_file INTEGER DEFAULT 0, kind TEXT DEFAULT '', number INTEGER DEFAULT 0,
  component TEXT DEFAULT '') STRICT;
CREATE TEMP TABLE job_changes (seq INTEGER PRIMARY KEY, job_id INTEGER, before TEXT, changed_by TEXT,
  changed_at TEXT, from_file INTEGER DEFAULT 0) STRICT;
CREATE TEMP TABLE job_log (seq INTEGER PRIMARY KEY, job_id INTEGER, what TEXT, text TEXT, before TEXT DEFAULT 'null',
  said_by TEXT, said_at TEXT, from_file INTEGER DEFAULT 0, facts TEXT DEFAULT '') STRICT;
