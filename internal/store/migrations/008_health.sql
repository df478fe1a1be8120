-- +goose Up
-- The questions that come before training, and a goal more. An empty answer is one that
-- nobody has asked for.
ALTER TABLE client ADD COLUMN aim TEXT NOT NULL DEFAULT 'general' CHECK (aim IN ('general', 'muscle', 'strength', 'weightlifting', 'conditioning', 'running', 'back-to-training', 'older-adult'));
UPDATE client SET aim = goal;
ALTER TABLE client DROP COLUMN goal;
ALTER TABLE client RENAME COLUMN aim TO goal;
ALTER TABLE client ADD COLUMN born_year INTEGER NOT NULL DEFAULT 0 CHECK (born_year = 0 OR born_year BETWEEN 1900 AND 2100);
ALTER TABLE client ADD COLUMN lay_off_months INTEGER NOT NULL DEFAULT 0 CHECK (lay_off_months BETWEEN 0 AND 600);
ALTER TABLE client ADD COLUMN operated TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(operated));
ALTER TABLE client ADD COLUMN ask_heart TEXT NOT NULL DEFAULT '' CHECK (ask_heart IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_dizzy TEXT NOT NULL DEFAULT '' CHECK (ask_dizzy IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_joints TEXT NOT NULL DEFAULT '' CHECK (ask_joints IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_pregnant TEXT NOT NULL DEFAULT '' CHECK (ask_pregnant IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_medicines TEXT NOT NULL DEFAULT '' CHECK (ask_medicines IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_falls TEXT NOT NULL DEFAULT '' CHECK (ask_falls IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_pain TEXT NOT NULL DEFAULT '' CHECK (ask_pain IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_floor TEXT NOT NULL DEFAULT '' CHECK (ask_floor IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN ask_alone TEXT NOT NULL DEFAULT '' CHECK (ask_alone IN ('', 'no', 'yes'));
ALTER TABLE client ADD COLUMN health_note TEXT NOT NULL DEFAULT '' CHECK (length(health_note) <= 2000);
ALTER TABLE client ADD COLUMN cleared TEXT NOT NULL DEFAULT '' CHECK (length(cleared) <= 400);

-- Cards of before are worked out anew.
DELETE FROM client_card;
