-- What a site charges with.
CREATE TABLE charger (
  id      TEXT PRIMARY KEY,
  hall_id TEXT NOT NULL REFERENCES hall (id),
  name    TEXT NOT NULL UNIQUE,
  facts   TEXT NOT NULL CHECK (json_valid(facts))
) STRICT;
CREATE TABLE circuit (
  id      TEXT PRIMARY KEY,
  hall_id TEXT NOT NULL REFERENCES hall (id),
  name    TEXT NOT NULL,
  amps    REAL NOT NULL CHECK (amps > 0)
) STRICT;
CREATE TABLE outlet (
  id         TEXT PRIMARY KEY,
  hall_id    TEXT NOT NULL REFERENCES hall (id),
  circuit_id TEXT NOT NULL REFERENCES circuit (id),
  name       TEXT NOT NULL,
  amps       REAL NOT NULL CHECK (amps > 0),
  bays       TEXT NOT NULL CHECK (json_valid(bays))
) STRICT;
-- NULL where nobody has measured it.
ALTER TABLE hall ADD COLUMN airflow_m3_per_hour REAL CHECK (airflow_m3_per_hour >= 0);
ALTER TABLE hall ADD COLUMN opening_cm2 REAL CHECK (opening_cm2 >= 0);
-- For the sun; NULL where nobody has said.
ALTER TABLE site ADD COLUMN latitude REAL CHECK (latitude BETWEEN -90 AND 90);

-- Chargers and thermometers that report by themselves. Of a token only its hash is kept.
CREATE TABLE reporter (
  id            TEXT PRIMARY KEY,
  kind          TEXT NOT NULL CHECK (kind IN ('charger', 'thermometer')),
  name          TEXT NOT NULL,
  charger_id    TEXT REFERENCES charger (id),
  hall_id       TEXT REFERENCES hall (id),
  every_minutes INTEGER NOT NULL CHECK (every_minutes > 0),
  token_hash    TEXT NOT NULL,
  added_at      INTEGER NOT NULL
) STRICT;
-- A series of its own. The device's own count keeps a report from being taken twice.
CREATE TABLE report (
  reporter_id TEXT NOT NULL REFERENCES reporter (id),
  n           INTEGER NOT NULL,
  at          INTEGER NOT NULL,
  channel     INTEGER,
  state       TEXT,
  volts       REAL,
  amps        REAL,
  celsius     REAL,
  PRIMARY KEY (reporter_id, n)
) STRICT, WITHOUT ROWID;
CREATE INDEX report_by_time ON report (reporter_id, at);

-- The demo's clock, where it was moved on.
CREATE TABLE demo_clock (
  id  INTEGER PRIMARY KEY CHECK (id = 1),
  now INTEGER NOT NULL
) STRICT;

-- States know more than they did: they are folded anew from the entries.
DELETE FROM state;
