-- +goose Up
-- A client has people: each with a body, limits, days, tests and log. What the client's own row had of one
-- is the first person's; who else trained there is one whom nothing is planned for, as before.
CREATE TABLE person (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  weight INTEGER NOT NULL,
  aside INTEGER NOT NULL,
  stature_m REAL NOT NULL,
  reach_m REAL NOT NULL,
  press_m REAL NOT NULL,
  body_mass_kg REAL NOT NULL,
  sex TEXT NOT NULL,
  experience TEXT NOT NULL,
  goal TEXT NOT NULL,
  limits TEXT NOT NULL CHECK (json_valid(limits)),
  days INTEGER NOT NULL,
  minutes INTEGER NOT NULL,
  born_year INTEGER NOT NULL,
  lay_off_months INTEGER NOT NULL,
  occupation TEXT NOT NULL,
  likes TEXT NOT NULL CHECK (json_valid(likes)),
  avoids TEXT NOT NULL CHECK (json_valid(avoids)),
  agreed TEXT NOT NULL CHECK (json_valid(agreed)),
  answers TEXT NOT NULL CHECK (json_valid(answers)),
  floor TEXT NOT NULL,
  ask_alone TEXT NOT NULL,
  legs TEXT NOT NULL,
  pain INTEGER NOT NULL,
  weeks INTEGER NOT NULL,
  weeks_on TEXT NOT NULL,
  birth_on TEXT NOT NULL,
  health_note TEXT NOT NULL,
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
INSERT INTO person SELECT practice_id, id, 'first', 1048576, '', 1, 0, stature_m, reach_m, press_m, body_mass_kg, sex, experience, goal, limits,
  days, minutes, born_year, lay_off_months, occupation, likes, avoids, agreed, answers, floor, ask_alone, legs, pain, weeks, weeks_on, birth_on,
  health_note FROM client;
INSERT INTO person SELECT practice_id, id, 'second', 2097152, other_name, 1, 1, other_m, other_reach_m, 0, other_kg, '', 'novice', 'general', '[]',
  3, 35, 0, 0, '', '[]', '[]', '[]', '[]', '', '', '', 0, 0, '', '', '' FROM client WHERE other_m > 0 OR other_kg > 0 OR other_name <> '';
ALTER TABLE client DROP COLUMN stature_m;
ALTER TABLE client DROP COLUMN reach_m;
ALTER TABLE client DROP COLUMN press_m;
ALTER TABLE client DROP COLUMN body_mass_kg;
ALTER TABLE client DROP COLUMN sex;
ALTER TABLE client DROP COLUMN experience;
ALTER TABLE client DROP COLUMN goal;
ALTER TABLE client DROP COLUMN limits;
ALTER TABLE client DROP COLUMN days;
ALTER TABLE client DROP COLUMN minutes;
ALTER TABLE client DROP COLUMN born_year;
ALTER TABLE client DROP COLUMN lay_off_months;
ALTER TABLE client DROP COLUMN occupation;
ALTER TABLE client DROP COLUMN likes;
ALTER TABLE client DROP COLUMN avoids;
ALTER TABLE client DROP COLUMN agreed;
ALTER TABLE client DROP COLUMN answers;
ALTER TABLE client DROP COLUMN floor;
ALTER TABLE client DROP COLUMN ask_alone;
ALTER TABLE client DROP COLUMN legs;
ALTER TABLE client DROP COLUMN pain;
ALTER TABLE client DROP COLUMN weeks;
ALTER TABLE client DROP COLUMN weeks_on;
ALTER TABLE client DROP COLUMN birth_on;
ALTER TABLE client DROP COLUMN health_note;
ALTER TABLE client DROP COLUMN other_name;
ALTER TABLE client DROP COLUMN other_m;
ALTER TABLE client DROP COLUMN other_reach_m;
ALTER TABLE client DROP COLUMN other_kg;

-- What is one person's says whose.
ALTER TABLE operation ADD COLUMN person TEXT NOT NULL DEFAULT 'first';
ALTER TABLE release ADD COLUMN person TEXT NOT NULL DEFAULT 'first';
ALTER TABLE slot ADD COLUMN person TEXT NOT NULL DEFAULT 'first';

-- A test is a logged set, marked so: one log.
CREATE TABLE logged_set (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  person TEXT NOT NULL,
  author TEXT NOT NULL,
  done_at INTEGER NOT NULL,
  test INTEGER NOT NULL,
  movement TEXT NOT NULL,
  side TEXT NOT NULL,
  load_kg REAL NOT NULL,
  load_half_kg REAL NOT NULL,
  made TEXT NOT NULL,
  reps INTEGER NOT NULL,
  seconds INTEGER NOT NULL,
  metres REAL NOT NULL,
  rounds INTEGER NOT NULL,
  extra INTEGER NOT NULL,
  reserve INTEGER NOT NULL,
  rest_s INTEGER NOT NULL,
  tempo TEXT NOT NULL,
  tactic TEXT NOT NULL,
  standard TEXT NOT NULL,
  ended TEXT NOT NULL,
  pain_site TEXT NOT NULL,
  pain INTEGER NOT NULL,
  next_day TEXT NOT NULL,
  instead TEXT NOT NULL,
  place TEXT NOT NULL,
  note TEXT NOT NULL,
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
INSERT INTO logged_set SELECT practice_id, client_id, id, position, 'first', '', done_at, 1, movement, '', load_kg, 0, '', reps, 0, 0, 0, 0, reserve, 0,
  '', '', '', CASE at_least WHEN 1 THEN 'load' ELSE '' END, '', 0, '', '', '', '' FROM test_set;
INSERT INTO logged_set SELECT practice_id, client_id,
  CASE WHEN EXISTS (SELECT 1 FROM test_set t WHERE t.practice_id = l.practice_id AND t.client_id = l.client_id AND t.id = l.id)
    THEN substr(id, 1, 35) || '-done' ELSE id END,
  0, 'first', '', done_at, 0, movement, '', load_g / 1000.0, 0, '', reps, 0, 0, 0, 0, reserve, 0, '', '', '', '', '', 0, '', '', '', '' FROM log_set l;
DROP TABLE test_set;
DROP TABLE log_set;
DROP TABLE log_sum;
CREATE INDEX logged_set_when ON logged_set (practice_id, client_id, done_at, id);
CREATE INDEX logged_set_of ON logged_set (practice_id, client_id, person, test, done_at, id);
CREATE INDEX logged_set_movement ON logged_set (practice_id, client_id, person, movement);
CREATE TABLE log_sum (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  person TEXT NOT NULL,
  movement TEXT NOT NULL,
  sets INTEGER NOT NULL,
  reps INTEGER NOT NULL,
  moved_g INTEGER NOT NULL,
  heaviest_g INTEGER NOT NULL,
  first_at INTEGER NOT NULL,
  last_at INTEGER NOT NULL,
  PRIMARY KEY (practice_id, client_id, person, movement),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
INSERT INTO log_sum SELECT practice_id, client_id, person, movement, count(*), sum(reps), sum(reps * CAST(round(load_kg * 1000) AS INTEGER)),
  max(CAST(round(load_kg * 1000) AS INTEGER)), coalesce(min(nullif(done_at, 0)), 0), max(done_at) FROM logged_set GROUP BY 1, 2, 3, 4;

-- The history calls both what they are called now.
UPDATE history SET label = json_set(label, '$.part', 'sets'), parts = replace(parts, '"tests/', '"sets/') WHERE label ->> '$.part' = 'tests';
UPDATE history SET label = json_set(label, '$.part', 'persons', '$.id', 'first') WHERE label ->> '$.part' = 'profile'
  AND EXISTS (SELECT 1 FROM json_each(label, '$.fields') WHERE value NOT IN ('name', 'budget_minor', 'hour_minor', 'currency', 'units', 'note'));
UPDATE history SET parts = replace(parts, '"profile"', '"profile","persons/first"') WHERE parts LIKE '%"profile"%';
INSERT OR REPLACE INTO part_revision SELECT practice_id, client_id, 'persons/first', revision FROM part_revision WHERE part = 'profile';
INSERT OR REPLACE INTO part_revision SELECT practice_id, client_id, 'sets/' || substr(part, 7), revision FROM part_revision WHERE part LIKE 'tests/%';

-- Cards of before are worked out anew.
DELETE FROM client_card;
