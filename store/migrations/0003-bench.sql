-- What the server talks to. One meter, for now.
CREATE TABLE device (
  id   TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('meter')),
  name TEXT NOT NULL,
  host TEXT NOT NULL,
  port INTEGER NOT NULL CHECK (port BETWEEN 1 AND 65535)
) STRICT;

-- A draw test that is running, or was left in the middle: no record yet.
CREATE TABLE bench_test (
  id         TEXT PRIMARY KEY,
  battery_id TEXT NOT NULL,
  started_at TEXT NOT NULL,
  -- Marks that the attendant made, in seconds of the trace.
  marks      TEXT NOT NULL CHECK (json_valid(marks))
) STRICT;
-- Its samples as they came, a piece at a time: seconds and amps as 64-bit numbers.
CREATE TABLE bench_piece (
  test_id TEXT NOT NULL REFERENCES bench_test (id) ON DELETE CASCADE,
  first   INTEGER NOT NULL,
  seconds BLOB NOT NULL,
  amps    BLOB NOT NULL,
  PRIMARY KEY (test_id, first)
) STRICT, WITHOUT ROWID;

-- Traces that entries refer to, packed.
CREATE TABLE trace (
  id         TEXT PRIMARY KEY,
  battery_id TEXT NOT NULL,
  vehicle_id TEXT NOT NULL,
  at         TEXT NOT NULL,
  samples    INTEGER NOT NULL,
  marks      TEXT NOT NULL CHECK (json_valid(marks)),
  packed     BLOB NOT NULL
) STRICT;
CREATE INDEX trace_by_vehicle ON trace (vehicle_id, at);

-- Fuse boxes, one for each model of vehicle.
CREATE TABLE fuse_list (
  model    TEXT PRIMARY KEY,
  circuits TEXT NOT NULL CHECK (json_valid(circuits))
) STRICT;

-- Cold resistance of fuses as this house knows it; the program's table for the others.
CREATE TABLE known_fuse (
  kind      TEXT NOT NULL,
  amps      REAL NOT NULL CHECK (amps > 0),
  milliohms REAL NOT NULL CHECK (milliohms > 0),
  PRIMARY KEY (kind, amps)
) STRICT, WITHOUT ROWID;
