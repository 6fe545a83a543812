-- States remember what was decided by hand for rounds to come: they are folded anew.
DELETE FROM state;

-- Each plan of the season that was made, with the season that it was made for.
CREATE TABLE season_plan (
  id INTEGER PRIMARY KEY,
  made_at TEXT NOT NULL,
  -- Site's own day on which it was made.
  day TEXT NOT NULL,
  season TEXT NOT NULL CHECK (json_valid(season)),
  plan TEXT NOT NULL CHECK (json_valid(plan)),
  tightened INTEGER NOT NULL DEFAULT 0 CHECK (tightened IN (0, 1))
);
CREATE INDEX season_plan_by_day ON season_plan (day, id);

-- How often each round has changed since it was first published in the calendar.
CREATE TABLE season_round (
  day TEXT PRIMARY KEY,
  sequence INTEGER NOT NULL,
  stops TEXT NOT NULL
);
