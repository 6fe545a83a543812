-- A post that the lead of a camper fits, and the plug of a charger does not.
ALTER TABLE outlet ADD COLUMN post INTEGER NOT NULL DEFAULT 0 CHECK (post IN (0, 1));
