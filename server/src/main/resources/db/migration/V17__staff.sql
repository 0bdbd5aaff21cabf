-- Who works here is asked for by one steward and agreed to by another. Whoever ended stays, since entries name them.
ALTER TABLE analyst
  ADD COLUMN ended_at DATETIME(6);

CREATE TABLE staff_change (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  kind VARCHAR(12) COLLATE utf8mb4_bin NOT NULL,
  analyst_id UUID,
  login VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  name VARCHAR(120) NOT NULL,
  roles VARCHAR(120) COLLATE utf8mb4_bin NOT NULL,
  own_account VARCHAR(64) COLLATE utf8mb4_bin,
  asked_by UUID NOT NULL,
  asked_by_name VARCHAR(120) NOT NULL,
  asked_at DATETIME(6) NOT NULL,
  state VARCHAR(12) COLLATE utf8mb4_bin NOT NULL,
  answered_by UUID,
  answered_at DATETIME(6),
  INDEX staff_change_state (state, asked_at)
);

-- By which a newcomer chooses their first password, once; what is stored opens nothing.
CREATE TABLE invitation (
  code_hash VARBINARY(32) NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  analyst_id UUID NOT NULL,
  expires_at DATETIME(6) NOT NULL,
  used_at DATETIME(6),
  INDEX invitation_analyst (analyst_id)
);

-- Who had a hand in whose coming: for thirty days neither is a second person to the other.
CREATE TABLE staff_hand (
  analyst_id UUID NOT NULL,
  by_id UUID NOT NULL,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  at DATETIME(6) NOT NULL,
  PRIMARY KEY (analyst_id, by_id)
);
