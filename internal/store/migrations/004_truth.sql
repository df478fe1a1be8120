-- +goose Up
-- How sure a band's lengths are (0: as usual), what the room's door is, and tests with a
-- date, with nothing added to the body, or that the load ended rather than the body.
ALTER TABLE band ADD COLUMN rest_half_m REAL NOT NULL DEFAULT 0 CHECK (rest_half_m BETWEEN 0 AND 0.5);
ALTER TABLE band ADD COLUMN tape_half_m REAL NOT NULL DEFAULT 0 CHECK (tape_half_m BETWEEN 0 AND 0.5);
ALTER TABLE client ADD COLUMN door TEXT NOT NULL DEFAULT 'unknown' CHECK (door IN ('solid', 'light', 'none', 'unknown'));

CREATE TABLE test_set_new (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  movement TEXT NOT NULL CHECK (length(movement) BETWEEN 1 AND 60),
  load_kg REAL NOT NULL CHECK (load_kg >= 0 AND load_kg <= 1000),
  reps INTEGER NOT NULL CHECK (reps BETWEEN 1 AND 15),
  reserve INTEGER NOT NULL CHECK (reserve BETWEEN 0 AND 14),
  done_at INTEGER NOT NULL DEFAULT 0 CHECK (done_at >= 0),
  at_least INTEGER NOT NULL DEFAULT 0 CHECK (at_least IN (0, 1)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  CHECK (reps + reserve <= 15)
) STRICT;
INSERT INTO test_set_new (practice_id, client_id, id, position, movement, load_kg, reps, reserve)
  SELECT practice_id, client_id, id, position, movement, load_kg, reps, reserve FROM test_set;
DROP TABLE test_set;
ALTER TABLE test_set_new RENAME TO test_set;
