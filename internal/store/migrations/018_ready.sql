-- +goose Up
-- What is written to find out whether there is room for a change.
CREATE TABLE room_for (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  filler BLOB NOT NULL
) STRICT;
ALTER TABLE about DROP COLUMN ready;
