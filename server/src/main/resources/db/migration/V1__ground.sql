CREATE TABLE key_fingerprint (
  name VARCHAR(40) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  fingerprint CHAR(32) COLLATE utf8mb4_bin NOT NULL
);

-- db-scheduler's table, as its documentation gives it.
CREATE TABLE scheduled_tasks (
  task_name VARCHAR(100) COLLATE utf8mb4_bin NOT NULL,
  task_instance VARCHAR(100) COLLATE utf8mb4_bin NOT NULL,
  task_data BLOB,
  execution_time DATETIME(6) NOT NULL,
  picked BOOLEAN NOT NULL,
  picked_by VARCHAR(50),
  last_success DATETIME(6) NULL,
  last_failure DATETIME(6) NULL,
  consecutive_failures INT,
  last_heartbeat DATETIME(6) NULL,
  version BIGINT NOT NULL,
  priority SMALLINT,
  PRIMARY KEY (task_name, task_instance),
  INDEX execution_time_idx (execution_time),
  INDEX last_heartbeat_idx (last_heartbeat)
);

CREATE TABLE entry (
  id UUID NOT NULL PRIMARY KEY,
  at DATETIME(6) NOT NULL,
  kind VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  actor_type VARCHAR(16) COLLATE utf8mb4_bin NOT NULL,
  actor_id VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  ticket_id UUID,
  person_id UUID,
  leaf MEDIUMTEXT COLLATE utf8mb4_bin NOT NULL,
  INDEX entry_at (at),
  INDEX entry_ticket (ticket_id, at),
  INDEX entry_person (person_id, at),
  INDEX entry_actor (actor_id, at),
  INDEX entry_kind (kind, at)
);

CREATE TABLE entry_personal (
  entry_id UUID NOT NULL,
  field VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  value TEXT NOT NULL,
  salt BINARY(16) NOT NULL,
  PRIMARY KEY (entry_id, field)
);

CREATE TABLE entry_pending (
  entry_id UUID NOT NULL PRIMARY KEY
);
