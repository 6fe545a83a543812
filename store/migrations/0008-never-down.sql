-- One bay, one vehicle; one channel, one battery: as the entries amount to, kept by the fold.
CREATE TABLE bay_taken (
  bay_id     TEXT PRIMARY KEY,
  vehicle_id TEXT NOT NULL UNIQUE
) STRICT, WITHOUT ROWID;
CREATE TABLE channel_taken (
  charger_id TEXT NOT NULL,
  channel    INTEGER NOT NULL,
  battery_id TEXT NOT NULL UNIQUE,
  PRIMARY KEY (charger_id, channel)
) STRICT, WITHOUT ROWID;

-- Counts up with every day of a hall that is written, corrected or taken away.
CREATE TABLE hall_day_version (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  n  INTEGER NOT NULL
) STRICT;
INSERT INTO hall_day_version (id, n) VALUES (1, 0);
CREATE TRIGGER hall_day_is_added AFTER INSERT ON hall_day
BEGIN UPDATE hall_day_version SET n = n + 1; END;
CREATE TRIGGER hall_day_is_changed AFTER UPDATE ON hall_day
BEGIN UPDATE hall_day_version SET n = n + 1; END;
CREATE TRIGGER hall_day_is_taken_away AFTER DELETE ON hall_day
BEGIN UPDATE hall_day_version SET n = n + 1; END;

-- Only in a backup: how much it holds, and the checksum of all of it.
CREATE TABLE backup_seal (
  id      INTEGER PRIMARY KEY CHECK (id = 1),
  made_at TEXT NOT NULL,
  entries INTEGER NOT NULL,
  sha256  TEXT NOT NULL
) STRICT;

-- Entries whose date cannot be are not counted any more: states are folded anew.
DELETE FROM state;
