-- Who keeps a sheet of what they have practised, by their own choice. Empty: whoever sits at the
-- machine, where nobody signs in.
CREATE TABLE practice_sheet (
  person_id TEXT PRIMARY KEY,
  since     INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE practised (
  person_id TEXT NOT NULL REFERENCES practice_sheet (person_id) ON DELETE CASCADE,
  task      TEXT NOT NULL,
  times     INTEGER NOT NULL CHECK (times > 0),
  -- UTC milliseconds of the last time.
  at        INTEGER NOT NULL,
  PRIMARY KEY (person_id, task)
) STRICT, WITHOUT ROWID;
