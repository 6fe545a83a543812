-- Who works here. Of a passphrase only its hash is kept; who has left stays, since entries name them.
CREATE TABLE person (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  role       TEXT NOT NULL CHECK (role IN ('helper', 'attendant', 'manager')),
  passphrase TEXT NOT NULL,
  added_at   INTEGER NOT NULL,
  left_at    INTEGER
) STRICT;
CREATE UNIQUE INDEX person_name ON person (lower(name)) WHERE left_at IS NULL;

-- A browser that people may sign in from: a phone, a desk. Its key is kept as a hash.
CREATE TABLE paired (
  id           TEXT PRIMARY KEY,
  name         TEXT NOT NULL,
  key_hash     TEXT NOT NULL UNIQUE,
  paired_at    INTEGER NOT NULL,
  -- Null: with a code from the shell.
  paired_by    TEXT REFERENCES person (id),
  used_at      INTEGER NOT NULL,
  withdrawn_at INTEGER
) STRICT;

-- Codes to pair with: each is good once, and for a few minutes.
CREATE TABLE pairing_code (
  code_hash TEXT PRIMARY KEY,
  made_at   INTEGER NOT NULL,
  made_by   TEXT REFERENCES person (id)
) STRICT;

-- Somebody who is signed in on a paired browser.
CREATE TABLE session (
  token_hash TEXT PRIMARY KEY,
  person_id  TEXT NOT NULL REFERENCES person (id),
  paired_id  TEXT NOT NULL REFERENCES paired (id),
  began_at   INTEGER NOT NULL,
  used_at    INTEGER NOT NULL,
  -- Unlocks this session on this browser, and nothing else; null: it is not locked.
  pin        TEXT,
  locked_at  INTEGER
) STRICT;
CREATE INDEX session_person ON session (person_id);
CREATE INDEX session_paired ON session (paired_id);

-- Who came in, was turned away, or was put out, and by whom.
CREATE TABLE door (
  n         INTEGER PRIMARY KEY,
  at        INTEGER NOT NULL,
  what      TEXT NOT NULL,
  person_id TEXT REFERENCES person (id),
  paired_id TEXT REFERENCES paired (id),
  by_id     TEXT REFERENCES person (id)
) STRICT;

-- Tries at the door, counted until they are forgotten.
CREATE TABLE attempt (
  key    TEXT PRIMARY KEY,
  points INTEGER NOT NULL DEFAULT 0,
  expire INTEGER
) STRICT;

-- Where somebody's calendar program finds the rounds: whoever knows the address may read them.
CREATE TABLE calendar_address (
  secret_hash TEXT PRIMARY KEY,
  person_id   TEXT NOT NULL UNIQUE REFERENCES person (id),
  made_at     INTEGER NOT NULL
) STRICT;

-- A way for an owner to look at the record of their own vehicle, for as long as it stands here.
CREATE TABLE owner_link (
  secret_hash TEXT PRIMARY KEY,
  vehicle_id  TEXT NOT NULL UNIQUE REFERENCES vehicle (id),
  laid_up_at  INTEGER NOT NULL,
  made_at     INTEGER NOT NULL,
  made_by     TEXT REFERENCES person (id)
) STRICT;
