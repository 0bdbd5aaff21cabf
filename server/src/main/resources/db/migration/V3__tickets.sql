CREATE TABLE ticket (
  id UUID NOT NULL PRIMARY KEY,
  number BIGINT NOT NULL AUTO_INCREMENT UNIQUE,
  channel VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  state VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  opened_at DATETIME(6) NOT NULL,
  holder_id UUID,
  person_id UUID,
  claimed_at DATETIME(6),
  conversation_id UUID,
  version BIGINT NOT NULL,
  closed_at DATETIME(6),
  summary TEXT,
  reminder VARCHAR(200),
  INDEX ticket_state (state, opened_at),
  INDEX ticket_person (person_id, opened_at)
) AUTO_INCREMENT = 1042;

CREATE TABLE conversation (
  id UUID NOT NULL PRIMARY KEY,
  ticket_id UUID NOT NULL,
  call_id VARCHAR(64) COLLATE utf8mb4_bin NOT NULL UNIQUE,
  number_shown VARCHAR(20) COLLATE utf8mb4_bin,
  state VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  rang_at DATETIME(6) NOT NULL,
  answered_at DATETIME(6),
  ended_at DATETIME(6),
  INDEX conversation_ticket (ticket_id)
);

CREATE TABLE proof_check (
  id UUID NOT NULL PRIMARY KEY,
  ticket_id UUID NOT NULL,
  conversation_id UUID,
  person_id UUID NOT NULL,
  method VARCHAR(30) COLLATE utf8mb4_bin NOT NULL,
  path VARCHAR(300) COLLATE utf8mb4_bin NOT NULL,
  path_since DATETIME(6),
  contact_id UUID,
  fact VARCHAR(20) COLLATE utf8mb4_bin,
  state VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  line_state VARCHAR(20) COLLATE utf8mb4_bin,
  started_at DATETIME(6) NOT NULL,
  expires_at DATETIME(6),
  ended_at DATETIME(6),
  tries INT NOT NULL,
  entry_id UUID,
  INDEX proof_check_ticket (ticket_id),
  INDEX proof_check_person (person_id, state, ended_at)
);

CREATE TABLE message (
  id UUID NOT NULL PRIMARY KEY,
  ticket_id UUID NOT NULL,
  person_id UUID NOT NULL,
  contact_id UUID NOT NULL,
  purpose VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  about_id UUID NOT NULL,
  state VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  said VARCHAR(200),
  tries INT NOT NULL,
  made_at DATETIME(6) NOT NULL,
  give_up_at DATETIME(6) NOT NULL,
  INDEX message_ticket (ticket_id),
  INDEX message_about (about_id)
);

CREATE TABLE account_change (
  id UUID NOT NULL PRIMARY KEY,
  ticket_id UUID NOT NULL,
  conversation_id UUID,
  person_id UUID NOT NULL,
  analyst_id UUID NOT NULL,
  system VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  account VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  dn VARCHAR(400) NOT NULL,
  action VARCHAR(30) COLLATE utf8mb4_bin NOT NULL,
  state VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  reason VARCHAR(300),
  before_mark VARCHAR(120) COLLATE utf8mb4_bin NOT NULL,
  effect_mark VARCHAR(120) COLLATE utf8mb4_bin,
  wrapped_id UUID,
  intended_at DATETIME(6) NOT NULL,
  asked_at DATETIME(6),
  settled_at DATETIME(6),
  -- one running change per account and action at a time, whoever asks
  running VARCHAR(150) COLLATE utf8mb4_bin AS (IF(state IN ('intended', 'asked', 'unknown'), CONCAT(system, ' ', account), NULL)) PERSISTENT UNIQUE,
  INDEX account_change_ticket (ticket_id),
  INDEX account_change_person (person_id, intended_at)
);

CREATE TABLE change_on_server (
  change_id UUID NOT NULL,
  server VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  state VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  seen_at DATETIME(6),
  PRIMARY KEY (change_id, server)
);

CREATE TABLE wrapped_secret (
  id UUID NOT NULL PRIMARY KEY,
  ticket_id UUID NOT NULL,
  ciphertext VARBINARY(600) NOT NULL,
  made_at DATETIME(6) NOT NULL,
  INDEX wrapped_secret_ticket (ticket_id)
);

CREATE TABLE handover (
  id UUID NOT NULL PRIMARY KEY,
  change_id UUID NOT NULL UNIQUE,
  ticket_id UUID NOT NULL,
  person_id UUID NOT NULL,
  wrapped_id UUID NOT NULL,
  route VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  contact_id UUID,
  state VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  group_count INT NOT NULL,
  said_back INT NOT NULL,
  made_at DATETIME(6) NOT NULL,
  expires_at DATETIME(6) NOT NULL,
  in_at DATETIME(6),
  reminded_at DATETIME(6),
  INDEX handover_ticket (ticket_id),
  INDEX handover_open (in_at, expires_at)
);

CREATE TABLE rulebook (
  version BIGINT NOT NULL PRIMARY KEY,
  name VARCHAR(40) NOT NULL,
  content MEDIUMTEXT NOT NULL,
  in_force_since DATETIME(6) NOT NULL
);
