-- +goose Up
-- What another person who trains there weighs, in kg; 0 where nobody has said.
ALTER TABLE client ADD COLUMN other_kg REAL NOT NULL DEFAULT 0 CHECK (other_kg = 0 OR other_kg BETWEEN 20 AND 300);
