-- One word has one meaning: how a password looks is its style; ways are sets of checks.
ALTER TABLE account_change RENAME COLUMN way TO style;
ALTER TABLE handover RENAME COLUMN way TO style;
UPDATE `system` SET password_rules = REPLACE(password_rules, '"ways":', '"styles":');

-- States are words with hyphens everywhere.
UPDATE change_on_server SET state = 'has-it' WHERE state = 'has it';
