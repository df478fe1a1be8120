-- +goose Up
-- What is written to find out whether there is room for a change.
CREATE TABLE room_for (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  filler BLOB NOT NULL
) STRICT;
ALTER TABLE about DROP COLUMN ready;

-- What a practice keeps for all of its clients is one table, with who changed what.
CREATE TABLE practice_thing (
  practice_id TEXT NOT NULL REFERENCES practice (id) ON DELETE CASCADE,
  kind TEXT NOT NULL CHECK (kind IN ('movement', 'hidden', 'price')),
  key TEXT NOT NULL CHECK (length(key) BETWEEN 1 AND 100),
  value TEXT NOT NULL CHECK (json_valid(value)),
  PRIMARY KEY (practice_id, kind, key)
) STRICT;
INSERT INTO practice_thing SELECT practice_id, 'movement', id, json_object('id', id, 'name', name, 'alike', alike, 'standard', standard,
  'easier', easier, 'dose', dose, 'caution', caution, 'quality', quality, 'spares', json(spares), 'words', json(words)) FROM practice_movement;
INSERT INTO practice_thing SELECT practice_id, 'hidden', movement, 'true' FROM practice_hidden;
INSERT INTO practice_thing SELECT practice_id, 'price', good || ' ' || currency, json_object('good', good, 'currency', currency, 'minor', minor) FROM practice_price;
DROP TABLE practice_movement;
DROP TABLE practice_hidden;
DROP TABLE practice_price;
CREATE TABLE practice_history (
  seq INTEGER PRIMARY KEY,
  practice_id TEXT NOT NULL REFERENCES practice (id) ON DELETE CASCADE,
  author TEXT NOT NULL,
  at INTEGER NOT NULL,
  kind TEXT NOT NULL,
  key TEXT NOT NULL,
  back TEXT NOT NULL CHECK (back = '' OR json_valid(back)),
  forth TEXT NOT NULL CHECK (forth = '' OR json_valid(forth))
) STRICT;
CREATE INDEX practice_history_of ON practice_history (practice_id, seq);

-- Cards depend on a practice's movements, and on nothing else that it keeps.
ALTER TABLE practice ADD COLUMN moves_rev INTEGER NOT NULL DEFAULT 0;
ALTER TABLE client_card ADD COLUMN moves_rev INTEGER NOT NULL DEFAULT 0;
