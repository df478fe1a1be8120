-- +goose Up
-- A practice's own movements, each like one of the library, and the movements that it hides.
ALTER TABLE practice ADD COLUMN house_rev INTEGER NOT NULL DEFAULT 0;
CREATE TABLE practice_movement (
  practice_id TEXT NOT NULL REFERENCES practice (id) ON DELETE CASCADE,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 5 AND 40),
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  alike TEXT NOT NULL,
  standard TEXT NOT NULL CHECK (length(standard) <= 300),
  easier TEXT NOT NULL CHECK (length(easier) <= 300),
  dose TEXT NOT NULL CHECK (length(dose) <= 300),
  caution TEXT NOT NULL CHECK (length(caution) <= 300),
  quality INTEGER NOT NULL CHECK (quality BETWEEN 1 AND 100),
  spares TEXT NOT NULL CHECK (json_valid(spares)),
  words TEXT NOT NULL CHECK (json_valid(words)),
  PRIMARY KEY (practice_id, id)
) STRICT;
CREATE TABLE practice_hidden (
  practice_id TEXT NOT NULL REFERENCES practice (id) ON DELETE CASCADE,
  movement TEXT NOT NULL CHECK (length(movement) BETWEEN 1 AND 60),
  PRIMARY KEY (practice_id, movement)
) STRICT;
