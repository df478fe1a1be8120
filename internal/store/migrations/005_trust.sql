-- +goose Up
-- What the database is for. Before there was this mark, a demo had its one account.
CREATE TABLE about (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  kind TEXT NOT NULL CHECK (kind IN ('practice', 'demo')),
  ready INTEGER NOT NULL DEFAULT 0
) STRICT;
INSERT INTO about (one, kind)
  SELECT 1, CASE WHEN min(email = 'demo@scrappyrack.test') = 1 THEN 'demo' ELSE 'practice' END FROM consultant HAVING count(*) > 0;

-- Sessions are kept under a hash of their token now; those from before end here.
DROP TABLE sessions;
CREATE TABLE session (
  token TEXT PRIMARY KEY,
  data BLOB NOT NULL,
  expiry INTEGER NOT NULL
) STRICT;
CREATE INDEX session_expiry ON session (expiry);

-- A session counts while it is of its consultant's epoch; raising that ends them all.
ALTER TABLE consultant ADD COLUMN role TEXT NOT NULL DEFAULT 'owner' CHECK (role IN ('owner', 'consultant'));
ALTER TABLE consultant ADD COLUMN active INTEGER NOT NULL DEFAULT 1 CHECK (active IN (0, 1));
ALTER TABLE consultant ADD COLUMN epoch INTEGER NOT NULL DEFAULT 1;
CREATE INDEX consultant_practice ON consultant (practice_id);
CREATE TABLE invitation (
  code TEXT PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  practice_id TEXT NOT NULL REFERENCES practice (id),
  role TEXT NOT NULL CHECK (role IN ('owner', 'consultant')),
  note TEXT NOT NULL CHECK (length(note) <= 80),
  expires_at INTEGER NOT NULL
) STRICT;

-- Found by a folded name; the program fills it in.
ALTER TABLE client ADD COLUMN folded TEXT NOT NULL DEFAULT '';

-- The place of a row in its list is a key with room between.
UPDATE batch SET position = (position + 1) * 1048576;
UPDATE container SET position = (position + 1) * 1048576;
UPDATE weighing SET position = (position + 1) * 1048576;
UPDATE thing SET position = (position + 1) * 1048576;
UPDATE handle SET position = (position + 1) * 1048576;
UPDATE plate SET position = (position + 1) * 1048576;
UPDATE band SET position = (position + 1) * 1048576;
UPDATE rig SET position = (position + 1) * 1048576;
UPDATE gear SET position = (position + 1) * 1048576;
UPDATE test_set SET position = (position + 1) * 1048576;
UPDATE pin SET position = (position + 1) * 1048576;

-- At which revision each part of a client last changed, removed things included. A
-- part without a row has not changed since before there was this table.
CREATE TABLE part_revision (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  part TEXT NOT NULL,
  revision INTEGER NOT NULL,
  PRIMARY KEY (practice_id, client_id, part),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;

-- What the start page shows of a client, as worked out at a revision by a rule set.
CREATE TABLE client_card (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  revision INTEGER NOT NULL,
  rules TEXT NOT NULL,
  card TEXT NOT NULL CHECK (json_valid(card)),
  PRIMARY KEY (practice_id, client_id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;

-- One row per change: who, when, what in types, and how to take it back and do it
-- again. Rows from before stay to be read; they cannot be taken back any more.
CREATE TABLE history_now (
  seq INTEGER PRIMARY KEY,
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  author TEXT NOT NULL,
  session TEXT NOT NULL,
  at INTEGER NOT NULL,
  schema INTEGER NOT NULL,
  label TEXT NOT NULL CHECK (json_valid(label)),
  parts TEXT NOT NULL CHECK (json_valid(parts)),
  back TEXT NOT NULL CHECK (back = '' OR json_valid(back)),
  forth TEXT NOT NULL CHECK (forth = '' OR json_valid(forth)),
  undone INTEGER NOT NULL DEFAULT 0 CHECK (undone IN (0, 1)),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT;
INSERT INTO history_now (seq, practice_id, client_id, author, session, at, schema, label, parts, back, forth, undone)
  SELECT seq, practice_id, client_id, '', '', at, 4, json_object('do', CASE WHEN what LIKE 'removal of %' THEN 'remove' ELSE 'write' END,
    'part', CASE WHEN instr(replace(what, 'removal of ', ''), '/') > 0 THEN substr(replace(what, 'removal of ', ''), 1, instr(replace(what, 'removal of ', ''), '/') - 1) ELSE replace(what, 'removal of ', '') END,
    'id', CASE WHEN instr(what, '/') > 0 THEN substr(what, instr(what, '/') + 1) ELSE '' END),
    '[]', '', '', undone FROM history;
DROP TABLE history;
ALTER TABLE history_now RENAME TO history;
CREATE INDEX history_client ON history (practice_id, client_id, seq);

-- What was trained: one row a set, with sums per movement that every write keeps.
-- Masses are whole grams, so that sums are exact.
CREATE TABLE log_set (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  id TEXT NOT NULL CHECK (length(id) BETWEEN 1 AND 40),
  done_at INTEGER NOT NULL CHECK (done_at BETWEEN 0 AND 253402300799),
  movement TEXT NOT NULL CHECK (length(movement) BETWEEN 1 AND 60),
  load_g INTEGER NOT NULL CHECK (load_g BETWEEN 0 AND 1000000),
  reps INTEGER NOT NULL CHECK (reps BETWEEN 1 AND 1000),
  reserve INTEGER NOT NULL CHECK (reserve BETWEEN -1 AND 14),
  PRIMARY KEY (practice_id, client_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;
CREATE INDEX log_set_when ON log_set (practice_id, client_id, done_at, id);
CREATE INDEX log_set_movement ON log_set (practice_id, client_id, movement, load_g);
CREATE TABLE log_sum (
  practice_id TEXT NOT NULL,
  client_id TEXT NOT NULL,
  movement TEXT NOT NULL,
  sets INTEGER NOT NULL CHECK (sets > 0),
  reps INTEGER NOT NULL CHECK (reps > 0),
  moved_g INTEGER NOT NULL CHECK (moved_g >= 0),
  heaviest_g INTEGER NOT NULL CHECK (heaviest_g >= 0),
  first_at INTEGER NOT NULL,
  last_at INTEGER NOT NULL,
  PRIMARY KEY (practice_id, client_id, movement),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;
