-- +goose Up
-- What a consultant says of a need for one client: dropped (weight 0), added, weighed, or
-- with sets and a range of its own. A 0 is the goal's.
CREATE TABLE slot (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 40),
  position INTEGER NOT NULL,
  weight INTEGER NOT NULL CHECK (weight BETWEEN 0 AND 5),
  low INTEGER NOT NULL CHECK (low BETWEEN 0 AND 1200),
  high INTEGER NOT NULL CHECK (high BETWEEN 0 AND 1200),
  lo_kg REAL NOT NULL CHECK (lo_kg BETWEEN 0 AND 1000),
  hi_kg REAL NOT NULL CHECK (hi_kg BETWEEN 0 AND 1000),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
