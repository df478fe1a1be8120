-- +goose Up
CREATE TABLE practice (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 80)
) STRICT;

CREATE TABLE consultant (
  id TEXT PRIMARY KEY,
  practice_id TEXT NOT NULL REFERENCES practice (id),
  email TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (email LIKE '%_@_%'),
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  password TEXT NOT NULL
) STRICT;

CREATE TABLE sessions (
  token TEXT PRIMARY KEY,
  data BLOB NOT NULL,
  expiry REAL NOT NULL
) STRICT;
CREATE INDEX sessions_expiry ON sessions (expiry);

-- A length, mass or volume of 0 is one that nobody has measured yet.
CREATE TABLE client (
  id TEXT NOT NULL,
  practice_id TEXT NOT NULL REFERENCES practice (id),
  revision INTEGER NOT NULL CHECK (revision >= 1),
  updated_at INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  stature_m REAL NOT NULL CHECK (stature_m = 0 OR stature_m BETWEEN 1.0 AND 2.5),
  body_mass_kg REAL NOT NULL CHECK (body_mass_kg = 0 OR body_mass_kg BETWEEN 25 AND 300),
  sex TEXT NOT NULL CHECK (sex IN ('', 'female', 'male')),
  experience TEXT NOT NULL CHECK (experience IN ('new', 'novice', 'intermediate', 'advanced')),
  goal TEXT NOT NULL CHECK (goal IN ('general', 'muscle', 'strength', 'conditioning', 'running', 'back-to-training', 'older-adult')),
  limits TEXT NOT NULL CHECK (json_valid(limits)),
  days INTEGER NOT NULL CHECK (days BETWEEN 1 AND 7),
  minutes INTEGER NOT NULL CHECK (minutes BETWEEN 10 AND 180),
  budget_minor INTEGER NOT NULL CHECK (budget_minor BETWEEN 0 AND 100000000),
  currency TEXT NOT NULL CHECK (length(currency) = 3),
  units TEXT NOT NULL CHECK (units IN ('metric', 'us')),
  note TEXT NOT NULL CHECK (length(note) <= 2000),
  length_m REAL NOT NULL CHECK (length_m BETWEEN 0 AND 50),
  width_m REAL NOT NULL CHECK (width_m BETWEEN 0 AND 50),
  ceiling_m REAL NOT NULL CHECK (ceiling_m = 0 OR ceiling_m BETWEEN 1 AND 20),
  taken_m2 REAL NOT NULL CHECK (taken_m2 BETWEEN 0 AND 2500),
  floor TEXT NOT NULL CHECK (floor IN ('slab', 'timber', 'unknown')),
  surface TEXT NOT NULL CHECK (surface IN ('concrete', 'wood', 'laminate', 'tile', 'carpet', 'rubber', 'grass')),
  walls TEXT NOT NULL CHECK (walls IN ('drill', 'no-holes', 'unknown')),
  neighbours_below INTEGER NOT NULL CHECK (neighbours_below IN (0, 1)),
  at_hand TEXT NOT NULL CHECK (json_valid(at_hand)),
  PRIMARY KEY (practice_id, id)
) STRICT;
CREATE INDEX client_recent ON client (practice_id, updated_at DESC);

CREATE TABLE container (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('jug', 'bottle', 'bucket', 'bag', 'backpack', 'duffel', 'basket', 'crate')),
  tare_kg REAL NOT NULL CHECK (tare_kg BETWEEN 0 AND 100),
  tare_half_kg REAL NOT NULL CHECK (tare_half_kg BETWEEN 0 AND 10),
  capacity_l REAL NOT NULL CHECK (capacity_l > 0 AND capacity_l <= 2000),
  shape TEXT NOT NULL CHECK (shape IN ('prism', 'frustum')),
  height_m REAL NOT NULL CHECK (height_m > 0 AND height_m <= 5),
  bottom_m REAL NOT NULL CHECK (bottom_m BETWEEN 0 AND 5),
  top_m REAL NOT NULL CHECK (top_m BETWEEN 0 AND 5),
  rating_kg REAL NOT NULL CHECK (rating_kg BETWEEN 0 AND 1000),
  closure TEXT NOT NULL CHECK (closure IN ('sealed', 'zipped', 'open')),
  filling TEXT NOT NULL CHECK (length(filling) BETWEEN 1 AND 40),
  volume_l REAL NOT NULL CHECK (volume_l BETWEEN 0 AND 2500),
  adjustable INTEGER NOT NULL CHECK (adjustable IN (0, 1)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  CHECK (shape = 'prism' OR bottom_m > 0 AND top_m > 0)
) STRICT;

CREATE TABLE gear (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  item TEXT NOT NULL CHECK (length(item) BETWEEN 1 AND 60),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

CREATE TABLE test_set (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  movement TEXT NOT NULL CHECK (length(movement) BETWEEN 1 AND 60),
  load_kg REAL NOT NULL CHECK (load_kg > 0 AND load_kg <= 1000),
  reps INTEGER NOT NULL CHECK (reps BETWEEN 1 AND 15),
  reserve INTEGER NOT NULL CHECK (reserve BETWEEN 0 AND 14),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  CHECK (reps + reserve <= 15)
) STRICT;

CREATE TABLE pin (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 160),
  position INTEGER NOT NULL,
  pin TEXT NOT NULL CHECK (pin IN ('must', 'never')),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

-- One row per change: what the file was before and after it. Undone rows can be
-- done again until the next change.
CREATE TABLE history (
  seq INTEGER PRIMARY KEY,
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  what TEXT NOT NULL,
  at INTEGER NOT NULL,
  before TEXT NOT NULL CHECK (json_valid(before)),
  after TEXT NOT NULL CHECK (json_valid(after)),
  undone INTEGER NOT NULL DEFAULT 0 CHECK (undone IN (0, 1)),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
CREATE INDEX history_client ON history (practice_id, client_id, undone, seq);
