-- What a method of proof knows of a check beside what holds for all. The columns that were one method's own go one version later.
ALTER TABLE proof_check ADD COLUMN detail MEDIUMTEXT COLLATE utf8mb4_bin;
UPDATE proof_check SET detail = JSON_OBJECT('fact', fact) WHERE method = 'staff-fact';
UPDATE proof_check SET detail = JSON_OBJECT('device', SUBSTRING(path, 8)) WHERE method = 'authenticator';
UPDATE proof_check SET detail = JSON_OBJECT(
    'line', COALESCE(line_state, 'ended'),
    'answeredAt', DATE_FORMAT(answered_at, '%Y-%m-%dT%H:%i:%s.%fZ'))
  WHERE method = 'call-back';

-- A person has several authenticators, each by its own name.
ALTER TABLE enrolment
  DROP INDEX person_id,
  ADD COLUMN kind VARCHAR(20) COLLATE utf8mb4_bin NOT NULL DEFAULT 'authenticator',
  ADD COLUMN name VARCHAR(80) NOT NULL DEFAULT 'authenticator',
  ADD INDEX enrolment_person (person_id, kind);
