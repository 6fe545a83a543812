-- Few, and asked for with every entry about a battery.
CREATE INDEX entry_mixed_up ON entry (seq) WHERE kind = 'mixed-up';
