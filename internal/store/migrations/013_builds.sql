-- +goose Up
-- What is made for a client, with its tests; what the household owns of materials; and what a
-- practice pays for them.
CREATE TABLE build (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 40),
  position INTEGER NOT NULL,
  design TEXT NOT NULL CHECK (length(design) BETWEEN 1 AND 40),
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  state TEXT NOT NULL CHECK (state IN ('planned', 'made', 'retired')),
  room TEXT NOT NULL CHECK (length(room) <= 40),
  wall INTEGER NOT NULL CHECK (wall BETWEEN -1 AND 59),
  at_m REAL NOT NULL CHECK (at_m BETWEEN 0 AND 100),
  sizes TEXT NOT NULL CHECK (json_valid(sizes)),
  tests TEXT NOT NULL CHECK (json_valid(tests)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
CREATE TABLE offcut (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 40),
  position INTEGER NOT NULL,
  good TEXT NOT NULL CHECK (length(good) BETWEEN 1 AND 40),
  length_m REAL NOT NULL CHECK (length_m BETWEEN 0 AND 20),
  width_m REAL NOT NULL CHECK (width_m BETWEEN 0 AND 5),
  count INTEGER NOT NULL CHECK (count BETWEEN 0 AND 1000),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
CREATE TABLE practice_price (
  practice_id TEXT NOT NULL REFERENCES practice (id) ON DELETE CASCADE,
  good TEXT NOT NULL CHECK (length(good) BETWEEN 1 AND 80),
  currency TEXT NOT NULL CHECK (length(currency) = 3),
  minor INTEGER NOT NULL CHECK (minor >= 0),
  PRIMARY KEY (practice_id, good, currency)
) STRICT;
