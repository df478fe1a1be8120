-- +goose Up
-- What is asked before training, by question: a list of answers by key, so that a question more is no column more.
-- Weeks, birth, legs and pain have a place of their own; an operation may be of any part, of a replaced joint.
ALTER TABLE client ADD COLUMN answers TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(answers));
ALTER TABLE client ADD COLUMN legs TEXT NOT NULL DEFAULT '' CHECK (legs IN ('', 'both', 'one', 'none'));
ALTER TABLE client ADD COLUMN pain INTEGER NOT NULL DEFAULT 0 CHECK (pain BETWEEN 0 AND 10);
ALTER TABLE client ADD COLUMN weeks INTEGER NOT NULL DEFAULT 0 CHECK (weeks BETWEEN 0 AND 45);
ALTER TABLE client ADD COLUMN weeks_on TEXT NOT NULL DEFAULT '' CHECK (length(weeks_on) <= 10);
ALTER TABLE client ADD COLUMN birth_on TEXT NOT NULL DEFAULT '' CHECK (length(birth_on) <= 10);
ALTER TABLE client ADD COLUMN floor TEXT NOT NULL DEFAULT '' CHECK (floor IN ('', 'no', 'help', 'yes'));
UPDATE client SET floor = ask_floor;
UPDATE client SET answers = (
  SELECT json_group_array(k || ':' || v) FROM (
    SELECT 'heart' k, ask_heart v UNION ALL SELECT 'symptoms', ask_dizzy UNION ALL SELECT 'joints', ask_joints
    UNION ALL SELECT 'pregnant', ask_pregnant UNION ALL SELECT 'birth', CASE WHEN ask_pregnant = 'no' THEN 'no' ELSE '' END
    UNION ALL SELECT 'medicines', ask_medicines UNION ALL SELECT 'falls', ask_falls UNION ALL SELECT 'pain', ask_pain
  ) WHERE v <> '');
ALTER TABLE client DROP COLUMN ask_heart;
ALTER TABLE client DROP COLUMN ask_dizzy;
ALTER TABLE client DROP COLUMN ask_joints;
ALTER TABLE client DROP COLUMN ask_pregnant;
ALTER TABLE client DROP COLUMN ask_medicines;
ALTER TABLE client DROP COLUMN ask_falls;
ALTER TABLE client DROP COLUMN ask_pain;
ALTER TABLE client DROP COLUMN ask_floor;
UPDATE release SET about = 'symptoms' WHERE about = 'dizzy';
UPDATE release SET about = 'pregnant' WHERE about = 'pregnancy';

CREATE TABLE operation_of (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 40),
  position INTEGER NOT NULL,
  part TEXT NOT NULL CHECK (length(part) BETWEEN 1 AND 20),
  what TEXT NOT NULL CHECK (length(what) <= 200),
  on_day TEXT NOT NULL CHECK (length(on_day) <= 10),
  replaced INTEGER NOT NULL CHECK (replaced IN (0, 1)),
  forbids TEXT NOT NULL CHECK (length(forbids) <= 400),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
INSERT INTO operation_of SELECT practice_id, client_id, id, position,
  CASE part WHEN 'low-back' THEN 'back' WHEN 'wrist-grip' THEN 'hand' ELSE part END, what, on_day, 0, '' FROM operation;
DROP TABLE operation;
ALTER TABLE operation_of RENAME TO operation;

-- A carry is counted in metres: 20 to 40 where it was 8 to 15 repetitions.
UPDATE slot SET low = CAST(round(low / 0.375) AS INTEGER), high = CAST(round(high / 0.375) AS INTEGER) WHERE id = 'carry' AND high > 0;

-- A set of more than fifteen says what fifteen say, at least: it may be written down.
CREATE TABLE test_set_new (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  movement TEXT NOT NULL CHECK (length(movement) BETWEEN 1 AND 60),
  load_kg REAL NOT NULL CHECK (load_kg >= 0 AND load_kg <= 1000),
  reps INTEGER NOT NULL CHECK (reps BETWEEN 1 AND 200),
  reserve INTEGER NOT NULL CHECK (reserve BETWEEN 0 AND 50),
  done_at INTEGER NOT NULL DEFAULT 0 CHECK (done_at >= 0),
  at_least INTEGER NOT NULL DEFAULT 0 CHECK (at_least IN (0, 1)),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
INSERT INTO test_set_new SELECT practice_id, client_id, id, position, movement, load_kg, reps, reserve, done_at, at_least FROM test_set;
DROP TABLE test_set;
ALTER TABLE test_set_new RENAME TO test_set;

-- Cards of before are worked out anew.
DELETE FROM client_card;
