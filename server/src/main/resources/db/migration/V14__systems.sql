-- Systems that hold accounts, as rows: several of a kind, each by itself. One without a kind is not connected to; it follows
-- another, from which it takes its passwords.
CREATE TABLE `system` (
  id VARCHAR(40) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  kind VARCHAR(30) COLLATE utf8mb4_bin,
  name VARCHAR(80) NOT NULL,
  follows VARCHAR(40) COLLATE utf8mb4_bin,
  who_helps VARCHAR(120) NOT NULL,
  position INT NOT NULL,
  settings MEDIUMTEXT COLLATE utf8mb4_bin NOT NULL,
  password_rules MEDIUMTEXT COLLATE utf8mb4_bin NOT NULL,
  credential_id UUID,
  credential VARBINARY(2000),
  key_name VARCHAR(40) COLLATE utf8mb4_bin,
  version BIGINT NOT NULL
);

-- Whose account is which, in each system. The system's own id outlives names and places.
CREATE TABLE account (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  person_id UUID NOT NULL,
  `system` VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  account_set VARCHAR(40) COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  native_id VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  name VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  place VARCHAR(400) NOT NULL,
  gone_at DATETIME(6),
  UNIQUE INDEX account_native (`system`, account_set, native_id),
  INDEX account_person (person_id)
);

-- Where people come from. A person's name, contacts and facts come from the source that named them first.
CREATE TABLE people_source (
  id VARCHAR(40) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `system` VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  position INT NOT NULL,
  mapping MEDIUMTEXT COLLATE utf8mb4_bin NOT NULL,
  same_by VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  whole_every_s INT NOT NULL,
  changes_every_s INT NOT NULL,
  believed_gone INT NOT NULL,
  version BIGINT NOT NULL
);

CREATE TABLE person_entry (
  source VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  native_id VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  person_id UUID NOT NULL,
  place VARCHAR(400) NOT NULL,
  digest VARBINARY(32) NOT NULL,
  gone_at DATETIME(6),
  PRIMARY KEY (source, native_id),
  INDEX person_entry_person (person_id),
  INDEX person_entry_place (source, place)
);

CREATE TABLE person_group (
  person_id UUID NOT NULL,
  source VARCHAR(40) COLLATE utf8mb4_bin NOT NULL,
  name VARCHAR(120) COLLATE utf8mb4_bin NOT NULL,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (person_id, source, name)
);

-- What people were before there were several sources. Their columns go one version later.
ALTER TABLE person
  ADD COLUMN source VARCHAR(40) COLLATE utf8mb4_bin NOT NULL DEFAULT 'directory',
  MODIFY entry_uuid VARCHAR(36) COLLATE utf8mb4_bin,
  MODIFY dn VARCHAR(400),
  MODIFY member_of TEXT COLLATE utf8mb4_bin,
  MODIFY digest VARBINARY(32);
INSERT INTO person_entry (source, native_id, person_id, place, digest, gone_at)
  SELECT 'directory', entry_uuid, id, dn, '', gone_at FROM person;
INSERT INTO account (id, person_id, `system`, native_id, name, place, gone_at)
  SELECT id, id, 'directory', entry_uuid, account, dn, gone_at FROM person;

-- What the organisation sets for all of its desk.
ALTER TABLE organisation
  ADD COLUMN home_region CHAR(2) COLLATE utf8mb4_bin NOT NULL DEFAULT 'GB',
  ADD COLUMN read_aloud_minutes INT NOT NULL DEFAULT 60,
  ADD COLUMN text_minutes INT NOT NULL DEFAULT 240,
  ADD COLUMN remind_minutes INT NOT NULL DEFAULT 10,
  ADD COLUMN most_changes_a_day INT NOT NULL DEFAULT 6,
  ADD COLUMN version BIGINT NOT NULL DEFAULT 1;

-- Which account it was, whatever that is called later; null for those made before.
ALTER TABLE account_change ADD COLUMN account_id UUID;
