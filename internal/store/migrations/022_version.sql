-- +goose Up
-- A set knows the version of its movement; nobody has written down that of those before.
ALTER TABLE logged_set ADD COLUMN version TEXT NOT NULL DEFAULT '';
-- What is there and stands nowhere that anybody has said.
ALTER TABLE fixture ADD COLUMN nowhere INTEGER NOT NULL DEFAULT 0;
