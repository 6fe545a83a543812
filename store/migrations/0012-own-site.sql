-- Few, and asked for with every entry about a battery.
CREATE INDEX entry_mixed_up ON entry (seq) WHERE kind = 'mixed-up';

-- A hall or a bay that is no more: what happened there stays, and nothing new goes there.
ALTER TABLE hall ADD COLUMN closed_on TEXT;
ALTER TABLE bay ADD COLUMN closed_on TEXT;
