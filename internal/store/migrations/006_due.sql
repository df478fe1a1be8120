-- +goose Up
-- When something of a client is due first (0: nothing), and how many needs are not
-- covered: what a list is ordered and filtered by. Cards of before are worked out anew.
ALTER TABLE client_card ADD COLUMN due_at INTEGER NOT NULL DEFAULT 0 CHECK (due_at >= 0);
ALTER TABLE client_card ADD COLUMN gaps INTEGER NOT NULL DEFAULT 0 CHECK (gaps >= 0);
DELETE FROM client_card;
