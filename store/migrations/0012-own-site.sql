-- Few, and asked for with every entry about a battery.
CREATE INDEX entry_mixed_up ON entry (seq) WHERE kind = 'mixed-up';

-- A hall or a bay that is no more: what happened there stays, and nothing new goes there.
ALTER TABLE hall ADD COLUMN closed_on TEXT;
ALTER TABLE bay ADD COLUMN closed_on TEXT;

-- Lists that were brought in, each of which can be taken back within a day.
CREATE TABLE brought (
  id        TEXT PRIMARY KEY,
  at        INTEGER NOT NULL,
  by        TEXT NOT NULL,
  vehicles  INTEGER NOT NULL,
  -- Its entries in the logbook stand between these, and no others.
  first_seq INTEGER NOT NULL,
  last_seq  INTEGER NOT NULL,
  bays      TEXT NOT NULL CHECK (json_valid(bays)),
  taken_back_at INTEGER
) STRICT;
