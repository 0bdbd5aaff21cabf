-- Under which rulebook a ticket was closed: it is shown as it was judged.
CREATE TABLE ticket_closed_under (
  ticket_id UUID NOT NULL PRIMARY KEY,
  rulebook_version BIGINT NOT NULL
);

-- Whether the desk placed the call: then no number is shown, and none was withheld.
ALTER TABLE conversation ADD COLUMN called BOOLEAN NOT NULL DEFAULT FALSE;

-- Groups stand one a line, since their names may hold spaces; all people are written anew at the next whole copy.
ALTER TABLE person MODIFY member_of TEXT COLLATE utf8mb4_bin NOT NULL;
UPDATE person SET member_of = REPLACE(member_of, ' ', '\n'), digest = '';
ALTER TABLE people_copy MODIFY trouble VARCHAR(400), ADD COLUMN odd VARCHAR(400);

-- What has its number leaves the pending table; only what was numbered truly: under a root, with the hash of its leaf.
DROP PROCEDURE forget_numbered;
CREATE PROCEDURE forget_numbered(IN first BIGINT, IN past BIGINT)
  SQL SECURITY DEFINER
  MODIFIES SQL DATA
  DELETE p FROM entry_number n STRAIGHT_JOIN entry_pending p ON p.entry_id = n.entry_id STRAIGHT_JOIN entry e ON e.id = n.entry_id
  WHERE n.number >= first AND n.number < past
    AND n.number < (SELECT MAX(size) FROM entry_root)
    AND n.leaf_hash = UNHEX(SHA2(CONCAT(UNHEX('00'), CONVERT(e.leaf USING utf8mb4)), 256));

-- What names a person on the record: all personal values of entries about them, on their tickets of entries about
-- nobody yet, and the reasons of what was asked about them; but not who of the desk did it, or from and to whom it went.
DROP VIEW erasable;
CREATE VIEW erasable AS
  SELECT q.id AS erasure_id, p.entry_id, p.field
  FROM erasure q
    JOIN entry e ON e.person_id = q.person_id
    JOIN entry_personal p ON p.entry_id = e.id
  WHERE p.field NOT IN ('actor', 'from', 'to', 'analystName') OR (p.field = 'actor' AND e.actor_type = 'person')
  UNION
  SELECT q.id, p.entry_id, p.field
  FROM erasure q
    JOIN entry t ON t.person_id = q.person_id
    JOIN entry e ON e.ticket_id = t.ticket_id AND e.person_id IS NULL
    JOIN entry_personal p ON p.entry_id = e.id
  WHERE p.field NOT IN ('actor', 'from', 'to', 'analystName')
  UNION
  SELECT q.id, p.entry_id, p.field
  FROM erasure q
    JOIN entry e ON e.kind = 'erasure-asked' AND JSON_VALUE(e.leaf, '$.data.askedPerson') = CAST(q.person_id AS CHAR)
    JOIN entry_personal p ON p.entry_id = e.id
  WHERE p.field = 'reason';

-- Erases what two want who may: each has the role, each said so on the record, and the asking is numbered. Only the
-- eraser may call it; the running server's own user may not.
DROP PROCEDURE erase_personal;
CREATE PROCEDURE erase_personal(IN which UUID)
  SQL SECURITY DEFINER
  MODIFIES SQL DATA
BEGIN
  DECLARE about UUID;
  SELECT q.person_id INTO about
    FROM erasure q
      JOIN erasure_answer a ON a.erasure_id = q.id AND a.agreed AND a.answered_by <> q.asked_by
      JOIN analyst one ON one.id = q.asked_by AND one.roles REGEXP '(^| )(auditor|steward)( |$)'
      JOIN analyst two ON two.id = a.answered_by AND two.roles REGEXP '(^| )(auditor|steward)( |$)'
    WHERE q.id = which
      AND EXISTS (SELECT 1 FROM entry e JOIN entry_number n ON n.entry_id = e.id
        WHERE e.kind = 'erasure-asked' AND e.actor_type = 'analyst' AND e.actor_id = CAST(q.asked_by AS CHAR)
          AND JSON_VALUE(e.leaf, '$.data.erasure') = CAST(q.id AS CHAR))
      AND EXISTS (SELECT 1 FROM entry e
        WHERE e.kind = 'erasure-done' AND e.actor_type = 'analyst' AND e.actor_id = CAST(a.answered_by AS CHAR)
          AND JSON_VALUE(e.leaf, '$.data.erasure') = CAST(q.id AS CHAR));
  IF about IS NULL THEN
    SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'this erasure rests on nothing that two agreed to';
  END IF;
  DELETE p FROM entry_personal p
    JOIN (SELECT x.entry_id, x.field FROM erasable x WHERE x.erasure_id = which) d
      ON d.entry_id = p.entry_id AND d.field = p.field;
  -- The desk's own copies of the same words.
  UPDATE ticket SET summary = IF(summary IS NULL, NULL, '(erased)'), reminder = NULL WHERE person_id = about;
  UPDATE stop_lifting SET reason = '(erased)' WHERE person_id = about;
  UPDATE erasure SET reason = '(erased)' WHERE person_id = about;
END;
