-- The desk's own copies of what names a person. It is called by the procedure below, and by nobody else; a later
-- table that holds such words is added here.
CREATE PROCEDURE erase_copies(IN about UUID)
  SQL SECURITY DEFINER
  MODIFIES SQL DATA
BEGIN
  UPDATE ticket SET summary = IF(summary IS NULL, NULL, '(erased)'), reminder = NULL WHERE person_id = about;
  UPDATE conversation SET facts = NULL WHERE ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
  UPDATE written_line SET words = '(erased)'
    WHERE ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
  UPDATE chat SET name_mark = NULL WHERE ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
  -- Nothing is sent to nobody: an answer that still waits is not sent.
  UPDATE mail_in SET sender = '' WHERE ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
  UPDATE message SET address = NULL
    WHERE address IS NOT NULL AND ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
  UPDATE procedure_run SET how = IF(how IS NULL, NULL, '(erased)'), waits = NULL
    WHERE ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
  UPDATE procedure_run_step s JOIN procedure_run r ON r.id = s.run_id JOIN ticket t ON t.id = r.ticket_id
    SET s.came = IF(s.came IS NULL, NULL, '(erased)') WHERE t.person_id = about;
  UPDATE procedure_run_value v JOIN procedure_run r ON r.id = v.run_id JOIN ticket t ON t.id = r.ticket_id
    SET v.value = '(erased)' WHERE t.person_id = about;
  UPDATE stop_lifting SET reason = '(erased)' WHERE person_id = about;
  UPDATE erasure SET reason = '(erased)' WHERE person_id = about;
END;

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
  CALL erase_copies(about);
END;
