-- +goose Up
-- Rooms as they are: walls walked round, openings, what stands there, what hangs from the
-- ceiling. A client's rectangle becomes its first room, with all that was known of it.
CREATE TABLE room (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  trains INTEGER NOT NULL CHECK (trains IN (0, 1)),
  outdoor INTEGER NOT NULL CHECK (outdoor IN (0, 1)),
  walls TEXT NOT NULL CHECK (json_valid(walls)),
  ceiling_m REAL NOT NULL CHECK (ceiling_m = 0 OR ceiling_m BETWEEN 1 AND 20),
  ceiling_half_m REAL NOT NULL CHECK (ceiling_half_m BETWEEN 0 AND 0.5),
  walls_half_m REAL NOT NULL CHECK (walls_half_m BETWEEN 0 AND 0.5),
  roof TEXT NOT NULL CHECK (roof IN ('joists', 'concrete', 'suspended', 'unknown')),
  taken_m2 REAL NOT NULL CHECK (taken_m2 BETWEEN 0 AND 2500),
  floor TEXT NOT NULL CHECK (floor IN ('slab', 'timber', 'unknown')),
  surface TEXT NOT NULL CHECK (surface IN ('concrete', 'wood', 'laminate', 'tile', 'carpet', 'rubber', 'grass')),
  level TEXT NOT NULL CHECK (level IN ('level', 'slopes', 'unknown')),
  holes TEXT NOT NULL CHECK (holes IN ('drill', 'no-holes', 'unknown')),
  door TEXT NOT NULL CHECK (door IN ('solid', 'light', 'none', 'unknown')),
  neighbours_below INTEGER NOT NULL CHECK (neighbours_below IN (0, 1)),
  sleeps INTEGER NOT NULL CHECK (sleeps IN (0, 1)),
  may_drop INTEGER NOT NULL CHECK (may_drop IN (0, 1)),
  shared TEXT NOT NULL CHECK (json_valid(shared)),
  clear_min INTEGER NOT NULL CHECK (clear_min BETWEEN 0 AND 1440),
  storage_l REAL NOT NULL CHECK (storage_l BETWEEN 0 AND 20000),
  dirty INTEGER NOT NULL CHECK (dirty IN (0, 1)),
  cold INTEGER NOT NULL CHECK (cold IN (0, 1)),
  damp INTEGER NOT NULL CHECK (damp IN (0, 1)),
  quiet_from INTEGER NOT NULL CHECK (quiet_from BETWEEN 0 AND 24),
  quiet_to INTEGER NOT NULL CHECK (quiet_to BETWEEN 0 AND 24),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

CREATE TABLE opening (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  room TEXT NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('door', 'gap', 'window', 'garage-door', 'hatch')),
  wall INTEGER NOT NULL CHECK (wall BETWEEN 0 AND 59),
  at_m REAL NOT NULL CHECK (at_m BETWEEN 0 AND 100),
  width_m REAL NOT NULL CHECK (width_m > 0 AND width_m <= 20),
  height_m REAL NOT NULL CHECK (height_m BETWEEN 0 AND 10),
  sill_m REAL NOT NULL CHECK (sill_m BETWEEN 0 AND 10),
  leaf TEXT NOT NULL CHECK (leaf IN ('solid', 'light', 'none', 'unknown')),
  hinge TEXT NOT NULL CHECK (hinge IN ('start', 'end')),
  swings TEXT NOT NULL CHECK (swings IN ('in', 'out', 'slides', 'unknown')),
  track_m REAL NOT NULL CHECK (track_m BETWEEN 0 AND 10),
  track_depth_m REAL NOT NULL CHECK (track_depth_m BETWEEN 0 AND 10),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  FOREIGN KEY (practice_id, client_id, room) REFERENCES room (practice_id, client_id, id) ON DELETE CASCADE
) STRICT;
CREATE INDEX opening_room ON opening (practice_id, client_id, room);

CREATE TABLE fixture (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  room TEXT NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('fixed', 'seat', 'furniture', 'rolls', 'car', 'storage', 'gear')),
  x_m REAL NOT NULL CHECK (x_m BETWEEN -200 AND 200),
  y_m REAL NOT NULL CHECK (y_m BETWEEN -200 AND 200),
  width_m REAL NOT NULL CHECK (width_m > 0 AND width_m <= 20),
  depth_m REAL NOT NULL CHECK (depth_m > 0 AND depth_m <= 20),
  height_m REAL NOT NULL CHECK (height_m BETWEEN 0 AND 10),
  turn_deg REAL NOT NULL CHECK (turn_deg BETWEEN -360 AND 360),
  mass_kg REAL NOT NULL CHECK (mass_kg BETWEEN 0 AND 5000),
  away INTEGER NOT NULL CHECK (away IN (0, 1)),
  rock TEXT NOT NULL CHECK (rock IN ('not-made', 'passed', 'failed')),
  sit TEXT NOT NULL CHECK (sit IN ('not-made', 'passed', 'failed')),
  gear TEXT NOT NULL CHECK (length(gear) <= 40),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  FOREIGN KEY (practice_id, client_id, room) REFERENCES room (practice_id, client_id, id) ON DELETE CASCADE
) STRICT;
CREATE INDEX fixture_room ON fixture (practice_id, client_id, room);

CREATE TABLE overhead (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  room TEXT NOT NULL,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  kind TEXT NOT NULL CHECK (kind IN ('beam', 'duct', 'lamp', 'slope')),
  x_m REAL NOT NULL CHECK (x_m BETWEEN -200 AND 200),
  y_m REAL NOT NULL CHECK (y_m BETWEEN -200 AND 200),
  width_m REAL NOT NULL CHECK (width_m BETWEEN 0 AND 50),
  depth_m REAL NOT NULL CHECK (depth_m BETWEEN 0 AND 50),
  turn_deg REAL NOT NULL CHECK (turn_deg BETWEEN -360 AND 360),
  under_m REAL NOT NULL CHECK (under_m BETWEEN 0 AND 20),
  wall INTEGER NOT NULL CHECK (wall BETWEEN 0 AND 59),
  run_m REAL NOT NULL CHECK (run_m BETWEEN 0 AND 50),
  high_m REAL NOT NULL CHECK (high_m BETWEEN 0 AND 20),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE,
  FOREIGN KEY (practice_id, client_id, room) REFERENCES room (practice_id, client_id, id) ON DELETE CASCADE
) STRICT;
CREATE INDEX overhead_room ON overhead (practice_id, client_id, room);

INSERT INTO room
  SELECT practice_id, id, 'room', 1048576, 'Room', 1, 0,
    CASE WHEN length_m > 0 AND width_m > 0 THEN json_array(
      json_object('turn_deg', 0, 'length_m', length_m), json_object('turn_deg', 90, 'length_m', width_m),
      json_object('turn_deg', 90, 'length_m', length_m), json_object('turn_deg', 90, 'length_m', width_m)) ELSE '[]' END,
    ceiling_m, 0, 0, 'unknown', taken_m2, floor, surface, 'unknown', walls, door, neighbours_below, 0, 0, '[]', 0, 0, 0, 0, 0, 0, 0
  FROM client;

ALTER TABLE client DROP COLUMN length_m;
ALTER TABLE client DROP COLUMN width_m;
ALTER TABLE client DROP COLUMN ceiling_m;
ALTER TABLE client DROP COLUMN taken_m2;
ALTER TABLE client DROP COLUMN floor;
ALTER TABLE client DROP COLUMN surface;
ALTER TABLE client DROP COLUMN walls;
ALTER TABLE client DROP COLUMN door;
ALTER TABLE client DROP COLUMN neighbours_below;
ALTER TABLE client ADD COLUMN shoe_m REAL NOT NULL DEFAULT 0.03 CHECK (shoe_m BETWEEN 0 AND 0.1);
ALTER TABLE client ADD COLUMN way_width_m REAL NOT NULL DEFAULT 0 CHECK (way_width_m BETWEEN 0 AND 10);
ALTER TABLE client ADD COLUMN way_height_m REAL NOT NULL DEFAULT 0 CHECK (way_height_m BETWEEN 0 AND 10);
ALTER TABLE client ADD COLUMN access TEXT NOT NULL DEFAULT 'unknown' CHECK (access IN ('level', 'stairs', 'lift', 'unknown'));
ALTER TABLE client ADD COLUMN other_name TEXT NOT NULL DEFAULT '' CHECK (length(other_name) <= 60);
ALTER TABLE client ADD COLUMN other_m REAL NOT NULL DEFAULT 0 CHECK (other_m = 0 OR other_m BETWEEN 1.0 AND 2.5);
ALTER TABLE client ADD COLUMN other_reach_m REAL NOT NULL DEFAULT 0 CHECK (other_reach_m BETWEEN 0 AND 4);
ALTER TABLE client ADD COLUMN reach_m REAL NOT NULL DEFAULT 0 CHECK (reach_m BETWEEN 0 AND 4);
ALTER TABLE client ADD COLUMN press_m REAL NOT NULL DEFAULT 0 CHECK (press_m BETWEEN 0 AND 4);

-- What was changed of a rectangle stays to be read; it cannot be taken back any more.
UPDATE history SET back = '', forth = '' WHERE instr(parts, '"space"') > 0;
-- Cards of before are worked out anew.
DELETE FROM client_card;
