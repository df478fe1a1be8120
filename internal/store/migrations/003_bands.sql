-- +goose Up
CREATE TABLE band (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('long-loop', 'mini-loop', 'strip', 'tube')),
  rest_m REAL NOT NULL CHECK (rest_m > 0 AND rest_m <= 10),
  width_m REAL NOT NULL CHECK (width_m BETWEEN 0 AND 0.5),
  thickness_m REAL NOT NULL CHECK (thickness_m BETWEEN 0 AND 0.1),
  points TEXT NOT NULL CHECK (json_valid(points)),
  first_used_at INTEGER NOT NULL CHECK (first_used_at >= 0),
  inspected_at INTEGER NOT NULL CHECK (inspected_at >= 0),
  condition TEXT NOT NULL CHECK (condition IN ('sound', 'damaged', 'retired')),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

CREATE TABLE rig (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  bands TEXT NOT NULL CHECK (json_valid(bands)),
  distance_m REAL NOT NULL CHECK (distance_m BETWEEN 0 AND 20),
  height_m REAL NOT NULL CHECK (height_m BETWEEN 0 AND 5),
  stance_m REAL NOT NULL CHECK (stance_m BETWEEN 0 AND 2),
  grip_m REAL NOT NULL CHECK (grip_m BETWEEN 0 AND 3),
  strap_m REAL NOT NULL CHECK (strap_m BETWEEN 0 AND 5),
  fold INTEGER NOT NULL CHECK (fold IN (1, 2, 4)),
  tied_kg REAL NOT NULL CHECK (tied_kg BETWEEN 0 AND 1000),
  tied_depth_m REAL NOT NULL CHECK (tied_depth_m BETWEEN 0 AND 5),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
