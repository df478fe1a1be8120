-- +goose Up
-- What a client does all day, likes and avoids, has agreed to; and each operation with its
-- day and a physician's word of its own.
ALTER TABLE client ADD COLUMN occupation TEXT NOT NULL DEFAULT '' CHECK (occupation IN ('', 'forward', 'lifting', 'other'));
ALTER TABLE client ADD COLUMN likes TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(likes));
ALTER TABLE client ADD COLUMN avoids TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(avoids));
ALTER TABLE client ADD COLUMN agreed TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(agreed));
CREATE TABLE operation (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 40),
  position INTEGER NOT NULL,
  part TEXT NOT NULL CHECK (part IN ('knee', 'shoulder', 'low-back', 'wrist-grip', 'other')),
  what TEXT NOT NULL CHECK (length(what) <= 200),
  on_day TEXT NOT NULL CHECK (length(on_day) <= 10),
  cleared TEXT NOT NULL CHECK (length(cleared) <= 400),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
INSERT INTO operation (practice_id, client_id, id, position, part, what, on_day, cleared)
  SELECT k.practice_id, k.id, 'operation-' || o.value, o.key, o.value, '', '', k.cleared FROM client k, json_each(k.operated) o
  WHERE o.value IN ('knee', 'shoulder', 'low-back', 'wrist-grip');
ALTER TABLE client DROP COLUMN operated;

-- Cards of before are worked out anew.
DELETE FROM client_card;
