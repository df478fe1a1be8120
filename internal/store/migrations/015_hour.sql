-- +goose Up
-- What an hour of the client's own work is worth, in the smallest unit of the currency; 0 where nobody has said.
ALTER TABLE client ADD COLUMN hour_minor INTEGER NOT NULL DEFAULT 0 CHECK (hour_minor BETWEEN 0 AND 1000000);
