-- +goose Up
-- Lists are made from an index alone: the cards themselves are long.
CREATE INDEX client_card_listed ON client_card (practice_id, client_id, revision, rules, due_at, gaps);
DROP INDEX client_recent;
CREATE INDEX client_listed ON client (practice_id, updated_at DESC, id, revision, folded, name);
