-- One running change per account at a time, whoever asks; the states stand there in capitals.
ALTER TABLE account_change DROP COLUMN running;
UPDATE account_change a JOIN account_change b
    ON b.system = a.system AND b.account = a.account AND b.id > a.id AND b.state IN ('INTENDED', 'ASKED', 'UNKNOWN')
  SET a.state = 'DID_NOT', a.settled_at = utc_timestamp(6)
  WHERE a.state IN ('INTENDED', 'ASKED', 'UNKNOWN');
ALTER TABLE account_change
  MODIFY analyst_id UUID,
  ADD COLUMN about_id UUID,
  ADD COLUMN running VARCHAR(150) COLLATE utf8mb4_bin
    AS (IF(state IN ('INTENDED', 'ASKED', 'UNKNOWN'), CONCAT(system, ' ', account), NULL)) PERSISTENT UNIQUE;

-- Taking an unused temporary password out of force: how often it was tried in vain, and when next.
ALTER TABLE handover
  ADD COLUMN expiry_tries INT NOT NULL DEFAULT 0,
  ADD COLUMN expiry_next_at DATETIME(6);

-- By what a password that is in force is known again where it must not be written; it opens nothing.
CREATE TABLE secret_mark (
  id UUID NOT NULL PRIMARY KEY,
  ticket_id UUID NOT NULL,
  person_id UUID NOT NULL,
  letters INT NOT NULL,
  mark CHAR(64) COLLATE utf8mb4_bin NOT NULL,
  INDEX secret_mark_ticket (ticket_id),
  INDEX secret_mark_person (person_id)
);
ALTER TABLE wrapped_secret ADD COLUMN key_name VARCHAR(40) COLLATE utf8mb4_bin NOT NULL DEFAULT 'wrapping';
ALTER TABLE enrolment ADD COLUMN key_name VARCHAR(40) COLLATE utf8mb4_bin NOT NULL DEFAULT 'wrapping';
