-- Who a vehicle belongs to.
CREATE TABLE owner (
  id      TEXT PRIMARY KEY,
  name    TEXT NOT NULL UNIQUE,
  contact TEXT NOT NULL DEFAULT ''
) STRICT;

-- What is found out once, at lay-up; NULL where nobody has looked yet.
ALTER TABLE vehicle ADD COLUMN facts TEXT CHECK (facts IS NULL OR json_valid(facts));
ALTER TABLE battery ADD COLUMN details TEXT CHECK (details IS NULL OR json_valid(details));

-- Kept in the data file itself, so that a backup has them; shrunk before they come here.
CREATE TABLE photo (
  id         TEXT PRIMARY KEY,
  vehicle_id TEXT NOT NULL,
  taken_at   TEXT NOT NULL,
  type       TEXT NOT NULL CHECK (type IN ('image/jpeg', 'image/webp', 'image/png')),
  bytes      BLOB NOT NULL
) STRICT;
CREATE INDEX photo_by_vehicle ON photo (vehicle_id, taken_at);

-- A lay-up that is not finished: no record yet, so it may be changed and thrown away.
CREATE TABLE draft (
  id       TEXT PRIMARY KEY,
  saved_at TEXT NOT NULL,
  data     TEXT NOT NULL CHECK (json_valid(data))
) STRICT;

-- What was said about a reading when it was recorded, and by which version of the house rules.
CREATE TABLE given_verdict (
  entry_id     TEXT PRIMARY KEY REFERENCES entry (id),
  rule_version INTEGER NOT NULL,
  kind         TEXT NOT NULL,
  headline     TEXT NOT NULL,
  why          TEXT NOT NULL
) STRICT;

-- States know more than they did: they are folded anew from the entries.
DELETE FROM state;
