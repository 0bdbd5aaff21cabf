-- Which node runs what comes back by itself: the one row is renewed by whoever holds it.
CREATE TABLE lease (
  name VARCHAR(40) NOT NULL PRIMARY KEY,
  holder UUID,
  until DATETIME(6) NOT NULL
);
INSERT INTO lease (name, until) VALUES ('routines', '2000-01-01');
DELETE FROM scheduled_tasks WHERE task_instance = 'recurring';

-- Raised by whatever changes people, systems, rules or settings: what a node remembers of them is of one epoch.
CREATE TABLE epoch (
  name VARCHAR(40) NOT NULL PRIMARY KEY,
  number BIGINT NOT NULL
);
INSERT INTO epoch (name, number) VALUES ('remembered', 1);

-- Whether a password of somebody is in force is asked for each page about them.
CREATE INDEX handover_person ON handover (person_id, in_at);

-- An entry with its personal values and its place in the queue to the sealer, in one round trip. Most have one value;
-- `others` is a JSON array of [field, value, salt in hexadecimal digits], or null.
CREATE PROCEDURE append_entry(IN new_id UUID, IN new_at DATETIME(6), IN new_kind VARCHAR(40), IN new_actor_type VARCHAR(16),
  IN new_actor VARCHAR(64), IN new_ticket UUID, IN new_person UUID, IN new_leaf MEDIUMTEXT,
  IN first_field VARCHAR(40), IN first_value TEXT, IN first_salt BINARY(16), IN others LONGTEXT)
  SQL SECURITY INVOKER
  MODIFIES SQL DATA
BEGIN
  INSERT INTO entry (id, at, kind, actor_type, actor_id, ticket_id, person_id, leaf)
    VALUES (new_id, new_at, new_kind, new_actor_type, new_actor, new_ticket, new_person, new_leaf);
  IF first_field IS NOT NULL THEN
    INSERT INTO entry_personal (entry_id, field, value, salt) VALUES (new_id, first_field, first_value, first_salt);
  END IF;
  IF others IS NOT NULL THEN
    INSERT INTO entry_personal (entry_id, field, value, salt)
      SELECT new_id, p.field, p.value, UNHEX(p.salt)
      FROM JSON_TABLE(others, '$[*]' COLUMNS (field VARCHAR(40) PATH '$[0]', value LONGTEXT PATH '$[1]', salt CHAR(32) PATH '$[2]')) p;
  END IF;
  INSERT INTO entry_pending (entry_id) VALUES (new_id);
END;
