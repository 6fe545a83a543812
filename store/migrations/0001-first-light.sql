-- Master data: what the site is made of.
CREATE TABLE site (
  id           INTEGER PRIMARY KEY CHECK (id = 1),
  name         TEXT NOT NULL,
  time_zone    TEXT NOT NULL,
  season_start TEXT NOT NULL,
  season_end   TEXT NOT NULL,
  climate      TEXT NOT NULL CHECK (json_valid(climate))
) STRICT;

CREATE TABLE hall (
  id                TEXT PRIMARY KEY,
  name              TEXT NOT NULL UNIQUE,
  kind              TEXT NOT NULL CHECK (kind IN ('heated', 'unheated', 'outdoors')),
  setpoint_celsius  REAL,
  note              TEXT NOT NULL DEFAULT '',
  walk_order        INTEGER NOT NULL
) STRICT;

CREATE TABLE bay (
  id         TEXT PRIMARY KEY,
  hall_id    TEXT NOT NULL REFERENCES hall (id),
  mark       TEXT NOT NULL UNIQUE,
  row_mark   TEXT NOT NULL,
  walk_order INTEGER NOT NULL
) STRICT;
CREATE INDEX bay_by_hall ON bay (hall_id, walk_order);

CREATE TABLE vehicle (
  id   TEXT PRIMARY KEY,
  kind TEXT NOT NULL,
  name TEXT NOT NULL
) STRICT;

CREATE TABLE battery (
  id            TEXT PRIMARY KEY,
  mark          TEXT NOT NULL UNIQUE,
  chemistry     TEXT NOT NULL,
  nominal_volts REAL NOT NULL CHECK (nominal_volts > 0),
  cells         INTEGER NOT NULL CHECK (cells > 0),
  capacity_ah   REAL NOT NULL CHECK (capacity_ah > 0),
  fitted_year   INTEGER
) STRICT;

-- A series of its own, not entries: one row for each hall and day.
CREATE TABLE hall_day (
  hall_id TEXT NOT NULL REFERENCES hall (id),
  day     TEXT NOT NULL,
  mean    REAL NOT NULL,
  min     REAL NOT NULL,
  PRIMARY KEY (hall_id, day)
) STRICT, WITHOUT ROWID;

-- The logbook. Rows are only ever added.
CREATE TABLE entry (
  seq          INTEGER PRIMARY KEY AUTOINCREMENT,
  id           TEXT NOT NULL UNIQUE,
  subject_kind TEXT NOT NULL,
  subject_id   TEXT NOT NULL,
  kind         TEXT NOT NULL,
  version      INTEGER NOT NULL,
  at           TEXT NOT NULL,
  by           TEXT NOT NULL,
  data         TEXT NOT NULL CHECK (json_valid(data)),
  strikes      TEXT UNIQUE REFERENCES entry (id),
  recorded_at  TEXT NOT NULL
) STRICT;
CREATE INDEX entry_by_subject ON entry (subject_kind, subject_id, at, seq);
CREATE INDEX entry_by_at ON entry (at, seq);

CREATE TRIGGER entry_is_never_changed BEFORE UPDATE ON entry
BEGIN SELECT RAISE(ABORT, 'entries are only ever added'); END;
CREATE TRIGGER entry_is_never_deleted BEFORE DELETE ON entry
BEGIN SELECT RAISE(ABORT, 'entries are only ever added'); END;

-- Cache of the folds, written in the transaction of the entry; can be rebuilt at any time.
CREATE TABLE state (
  subject_kind TEXT NOT NULL,
  subject_id   TEXT NOT NULL,
  -- The newest entry of the logbook when it was folded: tells what has changed since.
  seq          INTEGER NOT NULL,
  data         TEXT NOT NULL CHECK (json_valid(data)),
  PRIMARY KEY (subject_kind, subject_id)
) STRICT, WITHOUT ROWID;
