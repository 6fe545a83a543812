-- Whether the round of its day was being walked when a plan was made: the one before it has
-- settled what is to be done in that round.
ALTER TABLE season_plan ADD COLUMN under_way INTEGER NOT NULL DEFAULT 0 CHECK (under_way IN (0, 1));
