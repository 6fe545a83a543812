-- What happened at the door stands in the logbook.
INSERT INTO entry (id, subject_kind, subject_id, kind, version, at, by, data, strikes, recorded_at)
SELECT printf('%s-%s-7%s-%s%s-%s', substr(ms, 1, 8), substr(ms, 9, 4), substr(r, 1, 3),
              substr('89ab', 1 + abs(random() % 4), 1), substr(r, 4, 3), substr(r, 7, 12)),
       'site', 'site', 'door', 1, instant, coalesce(by_name, who, 'the door'),
       json_object('what', what, 'who', who, 'on', browser), NULL, instant
  FROM (SELECT door.n, what, person.name AS who, paired.name AS browser, by.name AS by_name,
               printf('%012x', door.at) AS ms, lower(hex(randomblob(16))) AS r,
               strftime('%Y-%m-%dT%H:%M:%S', door.at / 1000, 'unixepoch')
                 || printf('.%03dZ', door.at % 1000) AS instant
          FROM door
          LEFT JOIN person ON person.id = person_id
          LEFT JOIN paired ON paired.id = paired_id
          LEFT JOIN person AS by ON by.id = by_id)
 ORDER BY n;
DROP TABLE door;

-- Tokens of devices come to an end; those that are out there have a year from now.
ALTER TABLE reporter ADD COLUMN token_until INTEGER NOT NULL DEFAULT 0;
UPDATE reporter SET token_until = (unixepoch() + 365 * 86400) * 1000;

-- Whose battery it is, is asked with every entry about a vehicle.
CREATE INDEX state_by_vehicle ON state (json_extract(data, '$.vehicleId'))
  WHERE subject_kind = 'battery';
