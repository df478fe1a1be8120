-- +goose Up
-- A word that releases somebody is a record: of one question or one operation, with whose it is, its day, what was
-- said and until when. What was written as a text before stays to be read in the note, and releases nothing.
CREATE TABLE release (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 40),
  position INTEGER NOT NULL,
  about TEXT NOT NULL CHECK (length(about) BETWEEN 1 AND 60),
  role TEXT NOT NULL CHECK (role IN ('', 'physician', 'surgeon', 'physiotherapist', 'midwife', 'guardian')),
  by_whom TEXT NOT NULL CHECK (length(by_whom) <= 80),
  on_day TEXT NOT NULL CHECK (length(on_day) <= 10),
  verdict TEXT NOT NULL CHECK (verdict IN ('', 'may', 'within', 'not-yet')),
  limits TEXT NOT NULL CHECK (json_valid(limits)),
  until_day TEXT NOT NULL CHECK (length(until_day) <= 10),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
UPDATE client SET health_note = substr(health_note || CASE WHEN health_note = '' THEN '' ELSE char(10) END || 'Written before: ' || cleared, 1, 2000)
  WHERE trim(cleared) <> '';
UPDATE client SET health_note = substr(health_note || coalesce((
  SELECT group_concat(CASE WHEN client.health_note = '' THEN '' ELSE char(10) END || 'Written before of ' || CASE WHEN what = '' THEN part ELSE what END || ': ' || cleared, char(10))
  FROM operation o WHERE o.practice_id = client.practice_id AND o.client_id = client.id AND trim(o.cleared) <> ''), ''), 1, 2000);
ALTER TABLE client DROP COLUMN cleared;
ALTER TABLE operation DROP COLUMN cleared;

-- Cards of before are worked out anew.
DELETE FROM client_card;
