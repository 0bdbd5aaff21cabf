-- Procedures that were published: a run stays on its version.
CREATE TABLE procedure_version (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  name VARCHAR(80) COLLATE utf8mb4_bin NOT NULL,
  number INT NOT NULL,
  title VARCHAR(400) NOT NULL,
  text MEDIUMTEXT COLLATE utf8mb4_bin NOT NULL,
  author_name VARCHAR(120) NOT NULL,
  published_by_name VARCHAR(120) NOT NULL,
  published_at DATETIME(6) NOT NULL,
  retired_at DATETIME(6),
  UNIQUE (name, number)
);

-- Runs: where each stands, what it knows, and each of its steps. A start happens once for a ticket, procedure and cause.
CREATE TABLE procedure_run (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  version_id UUID NOT NULL,
  name VARCHAR(80) COLLATE utf8mb4_bin NOT NULL,
  ticket_id UUID NOT NULL,
  cause VARCHAR(120) COLLATE utf8mb4_bin NOT NULL,
  state VARCHAR(12) COLLATE utf8mb4_bin NOT NULL,
  place VARCHAR(4000) COLLATE utf8mb4_bin NOT NULL,
  number INT NOT NULL,
  waits VARCHAR(400),
  how VARCHAR(1000),
  started_at DATETIME(6) NOT NULL,
  ended_at DATETIME(6),
  UNIQUE (ticket_id, name, cause)
);
CREATE TABLE procedure_run_value (
  run_id UUID NOT NULL,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  name VARCHAR(120) COLLATE utf8mb4_bin NOT NULL,
  value TEXT NOT NULL,
  PRIMARY KEY (run_id, name)
);
CREATE TABLE procedure_run_step (
  run_id UUID NOT NULL,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  number INT NOT NULL,
  line INT NOT NULL,
  act VARCHAR(2000) NOT NULL,
  began_at DATETIME(6) NOT NULL,
  ended_at DATETIME(6),
  came VARCHAR(400),
  PRIMARY KEY (run_id, number)
);
