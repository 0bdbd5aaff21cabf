-- Tests of connections to systems: one under way for each, the last ones kept.
CREATE TABLE connection_test (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `system` VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  system_version BIGINT NOT NULL,
  asked_by UUID,
  asked_by_name VARCHAR(120),
  asked_at DATETIME(6) NOT NULL,
  state VARCHAR(10) COLLATE utf8mb4_bin NOT NULL,
  ended_at DATETIME(6),
  steps MEDIUMTEXT COLLATE utf8mb4_bin NOT NULL,
  running VARCHAR(40) COLLATE utf8mb4_bin AS (IF(state = 'RUNNING', `system`, NULL)) PERSISTENT,
  UNIQUE INDEX connection_test_running (running),
  INDEX connection_test_system (`system`, asked_at)
);
