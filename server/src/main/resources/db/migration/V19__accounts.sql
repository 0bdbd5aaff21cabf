-- How far the accounts of a system are known that does not name people itself.
CREATE TABLE account_copy (
  `system` VARCHAR(40) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  whole_at DATETIME(6),
  tried_at DATETIME(6),
  trouble VARCHAR(400),
  matched INT NOT NULL DEFAULT 0,
  unmatched INT NOT NULL DEFAULT 0,
  contested INT NOT NULL DEFAULT 0
);

-- A login may be a mail address.
ALTER TABLE account MODIFY name VARCHAR(254) COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE account MODIFY native_id VARCHAR(128) COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE account_change
  MODIFY account VARCHAR(254) COLLATE utf8mb4_bin NOT NULL,
  MODIFY running VARCHAR(300) COLLATE utf8mb4_bin AS (IF(state IN ('INTENDED', 'ASKED', 'UNKNOWN'), CONCAT(system, ' ', account), NULL)) PERSISTENT;

-- Who stands in for somebody who is away, by the directory.
ALTER TABLE person
  ADD COLUMN deputy_id UUID,
  ADD COLUMN deputy_since DATETIME(6),
  ADD COLUMN away_until DATETIME(6);
