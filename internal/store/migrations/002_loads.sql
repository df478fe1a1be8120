-- +goose Up
CREATE TABLE batch (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  filling TEXT NOT NULL CHECK (length(filling) <= 40),
  low_kg_l REAL NOT NULL CHECK (low_kg_l BETWEEN 0 AND 25),
  typical_kg_l REAL NOT NULL CHECK (typical_kg_l BETWEEN 0 AND 25),
  high_kg_l REAL NOT NULL CHECK (high_kg_l BETWEEN 0 AND 25),
  celsius REAL NOT NULL CHECK (celsius BETWEEN 0 AND 100),
  wet INTEGER NOT NULL CHECK (wet IN (0, 1)),
  loose INTEGER NOT NULL CHECK (loose IN (0, 1)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  CHECK (filling <> '' OR low_kg_l > 0 AND low_kg_l < high_kg_l AND typical_kg_l BETWEEN low_kg_l AND high_kg_l)
) STRICT;

CREATE TABLE container_now (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('jug', 'bottle', 'bucket', 'bag', 'backpack', 'duffel', 'basket', 'crate', 'sack')),
  tare_kg REAL NOT NULL CHECK (tare_kg BETWEEN 0 AND 100),
  tare_half_kg REAL NOT NULL CHECK (tare_half_kg BETWEEN 0 AND 10),
  capacity_l REAL NOT NULL CHECK (capacity_l > 0 AND capacity_l <= 2000),
  brim_l REAL NOT NULL CHECK (brim_l = 0 OR brim_l BETWEEN capacity_l AND 2500),
  shape TEXT NOT NULL CHECK (shape IN ('prism', 'frustum', 'marks', 'as-sold')),
  height_m REAL NOT NULL CHECK (height_m > 0 AND height_m <= 5),
  bottom_m REAL NOT NULL CHECK (bottom_m BETWEEN 0 AND 5),
  top_m REAL NOT NULL CHECK (top_m BETWEEN 0 AND 5),
  marks TEXT NOT NULL CHECK (json_valid(marks)),
  net_kg REAL NOT NULL CHECK (net_kg BETWEEN 0 AND 1000),
  rating_kg REAL NOT NULL CHECK (rating_kg BETWEEN 0 AND 1000),
  rating_how TEXT NOT NULL CHECK (rating_how IN ('maker', 'judged')),
  limits TEXT NOT NULL CHECK (json_valid(limits)),
  closure TEXT NOT NULL CHECK (closure IN ('sealed', 'zipped', 'open')),
  condition TEXT NOT NULL CHECK (condition IN ('sound', 'worn', 'retired')),
  freezes INTEGER NOT NULL CHECK (freezes IN (0, 1)),
  width_m REAL NOT NULL CHECK (width_m BETWEEN 0 AND 3),
  hang_m REAL NOT NULL CHECK (hang_m BETWEEN 0 AND 3),
  filling TEXT NOT NULL CHECK (length(filling) BETWEEN 1 AND 40),
  volume_l REAL NOT NULL CHECK (volume_l BETWEEN 0 AND 2500),
  packed TEXT NOT NULL CHECK (json_valid(packed)),
  adjustable INTEGER NOT NULL CHECK (adjustable IN (0, 1)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  CHECK (shape <> 'frustum' OR bottom_m > 0 AND top_m > 0),
  CHECK (shape <> 'as-sold' OR net_kg > 0)
) STRICT;
INSERT INTO container_now (practice_id, client_id, id, position, name, kind, tare_kg, tare_half_kg, capacity_l, brim_l, shape, height_m, bottom_m, top_m,
  marks, net_kg, rating_kg, rating_how, limits, closure, condition, freezes, width_m, hang_m, filling, volume_l, packed, adjustable)
SELECT practice_id, client_id, id, position, name, kind, tare_kg, tare_half_kg, capacity_l, 0, shape, height_m, bottom_m, top_m,
  '[]', 0, rating_kg, 'judged', '[]', closure, 'sound', 0, 0, 0, filling, volume_l, '[]', adjustable FROM container;
DROP TABLE container;
ALTER TABLE container_now RENAME TO container;

CREATE TABLE weighing (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  container TEXT NOT NULL CHECK (length(container) BETWEEN 1 AND 40),
  at INTEGER NOT NULL CHECK (at >= 0),
  filling TEXT NOT NULL CHECK (length(filling) BETWEEN 1 AND 40),
  volume_l REAL NOT NULL CHECK (volume_l BETWEEN 0 AND 2500),
  packed_kg REAL NOT NULL CHECK (packed_kg BETWEEN 0 AND 1000),
  scale TEXT NOT NULL CHECK (length(scale) BETWEEN 1 AND 40),
  resolution_kg REAL NOT NULL CHECK (resolution_kg BETWEEN 0 AND 10),
  accuracy_kg REAL NOT NULL CHECK (accuracy_kg BETWEEN 0 AND 50),
  readings TEXT NOT NULL CHECK (json_valid(readings)),
  without TEXT NOT NULL CHECK (json_valid(without)),
  verdict TEXT NOT NULL CHECK (verdict IN ('auto', 'counts', 'aside')),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

CREATE TABLE thing (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  mass_kg REAL NOT NULL CHECK (mass_kg > 0 AND mass_kg <= 100),
  half_kg REAL NOT NULL CHECK (half_kg BETWEEN 0 AND 10),
  volume_l REAL NOT NULL CHECK (volume_l BETWEEN 0 AND 500),
  count INTEGER NOT NULL CHECK (count BETWEEN 0 AND 200),
  hard INTEGER NOT NULL CHECK (hard IN (0, 1)),
  sharp INTEGER NOT NULL CHECK (sharp IN (0, 1)),
  spare INTEGER NOT NULL CHECK (spare IN (0, 1)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

CREATE TABLE handle (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('bar', 'handle', 'stick')),
  count INTEGER NOT NULL CHECK (count IN (1, 2)),
  mass_kg REAL NOT NULL CHECK (mass_kg BETWEEN 0 AND 100),
  collar_kg REAL NOT NULL CHECK (collar_kg BETWEEN 0 AND 10),
  sleeve_m REAL NOT NULL CHECK (sleeve_m BETWEEN 0 AND 1),
  bore_mm INTEGER NOT NULL CHECK (bore_mm IN (25, 30, 50)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

CREATE TABLE plate (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  mass_kg REAL NOT NULL CHECK (mass_kg > 0 AND mass_kg <= 100),
  count INTEGER NOT NULL CHECK (count BETWEEN 0 AND 200),
  thickness_m REAL NOT NULL CHECK (thickness_m BETWEEN 0 AND 0.5),
  bore_mm INTEGER NOT NULL CHECK (bore_mm IN (25, 30, 50)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

-- A change is remembered as what differs, no longer as whole files; what was
-- remembered before cannot be undone any more.
DELETE FROM history;
