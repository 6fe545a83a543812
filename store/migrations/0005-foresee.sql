-- States remember spells on maintainers, measured draws and outings: they are folded anew.
DELETE FROM state;

-- Days that a forecast foretells stand beside those that a thermometer recorded.
ALTER TABLE hall_day ADD COLUMN foretold INTEGER NOT NULL DEFAULT 0 CHECK (foretold IN (0, 1));
