-- Where halls stand that are driven to, in the same round.
CREATE TABLE place (
  name          TEXT PRIMARY KEY,
  -- There and back from where the attendant begins.
  drive_minutes REAL NOT NULL CHECK (drive_minutes BETWEEN 0 AND 600)
) STRICT, WITHOUT ROWID;

-- Empty: where the attendant begins.
ALTER TABLE hall ADD COLUMN place TEXT REFERENCES place (name);

-- What a verdict rested on, in words: facts may be corrected later. Empty: from before it was kept.
ALTER TABLE given_verdict ADD COLUMN taken_for TEXT NOT NULL DEFAULT '';

-- The house's rules know more than they did: they are folded anew from the entries.
DELETE FROM state;
