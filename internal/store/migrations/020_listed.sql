-- +goose Up
-- Lists are made from an index alone: of what a card is held against, the practice's movements were not in it.
DROP INDEX client_card_listed;
CREATE INDEX client_card_listed ON client_card (practice_id, client_id, revision, rules, moves_rev, due_at, gaps);
