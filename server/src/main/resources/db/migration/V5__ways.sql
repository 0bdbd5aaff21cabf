-- How a temporary password comes about, after the way it reaches its person.
ALTER TABLE account_change ADD COLUMN way VARCHAR(12) COLLATE utf8mb4_bin;
UPDATE account_change SET way = 'read-aloud' WHERE action = 'temporary-password';
ALTER TABLE handover ADD COLUMN way VARCHAR(12) COLLATE utf8mb4_bin NOT NULL DEFAULT 'read-aloud';
