-- When a rulebook that two agreed to takes force; null: at once.
alter table rulebook_proposal add column begins_at datetime(6) null;
-- As before, and the address of a conversation, and what an approver added.
DROP PROCEDURE erase_copies;
CREATE PROCEDURE erase_copies(IN about UUID)
  SQL SECURITY DEFINER
  MODIFIES SQL DATA
BEGIN
  UPDATE ticket SET summary = IF(summary IS NULL, NULL, '(erased)'), reminder = NULL WHERE person_id = about;
  UPDATE conversation SET facts = NULL, address = NULL
    WHERE ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
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
  UPDATE proof_check SET detail = JSON_REMOVE(detail, '$.comment') WHERE person_id = about AND detail IS NOT NULL;
  UPDATE stop_lifting SET reason = '(erased)' WHERE person_id = about;
  UPDATE erasure SET reason = '(erased)' WHERE person_id = about;
END;
