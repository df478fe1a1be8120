-- +goose Up
-- A set knows the version of its movement; nobody has written down that of those before.
ALTER TABLE logged_set ADD COLUMN version TEXT NOT NULL DEFAULT '';
