-- People who help themselves: their sessions, which belong to one browser and one name, known or not.
CREATE TABLE own_session (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  token_hash BINARY(32) NOT NULL UNIQUE,
  former_hash BINARY(32),
  name_mark CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  person_id UUID,
  ticket_id UUID UNIQUE,
  state VARCHAR(10) COLLATE utf8mb4_bin NOT NULL,
  started_at DATETIME(6) NOT NULL,
  last_step_at DATETIME(6) NOT NULL,
  wrong INT NOT NULL,
  nobody VARCHAR(400) COLLATE utf8mb4_bin,
  INDEX own_session_former (former_hash),
  INDEX own_session_person (person_id, state),
  INDEX own_session_idle (state, last_step_at)
);

-- Tries for a name or from an address within the last hour, and puzzles that were used up.
CREATE TABLE own_try (
  id UUID NOT NULL PRIMARY KEY,
  mark CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  at DATETIME(6) NOT NULL,
  INDEX own_try_mark (mark, at),
  INDEX own_try_at (at)
);
CREATE TABLE own_puzzle_used (
  id BINARY(16) NOT NULL PRIMARY KEY,
  expires_at DATETIME(6) NOT NULL,
  INDEX own_puzzle_used_expires (expires_at)
);
