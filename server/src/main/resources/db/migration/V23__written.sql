-- What both sides write on tickets, in chats and mails. What looked like a secret was masked before it came here.
CREATE TABLE written_line (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  ticket_id UUID NOT NULL,
  number INT NOT NULL,
  mark VARCHAR(80) COLLATE utf8mb4_bin NOT NULL,
  side VARCHAR(12) COLLATE utf8mb4_bin NOT NULL,
  author_id UUID,
  words TEXT NOT NULL,
  choices VARCHAR(200) COLLATE utf8mb4_bin,
  hidden INT NOT NULL,
  written_at DATETIME(6) NOT NULL,
  UNIQUE (ticket_id, number),
  UNIQUE (ticket_id, mark)
);

-- What a ticket's messages were understood to want, and who is writing just now.
CREATE TABLE written_ticket (
  ticket_id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  want VARCHAR(40) COLLATE utf8mb4_bin,
  sure INT NOT NULL,
  other_writing_at DATETIME(6),
  desk_writing_at DATETIME(6)
);

-- Chats: each belongs to one browser.
CREATE TABLE chat (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  token_hash BINARY(32) NOT NULL UNIQUE,
  former_hash BINARY(32),
  ticket_id UUID NOT NULL UNIQUE,
  stage VARCHAR(12) COLLATE utf8mb4_bin NOT NULL,
  asked VARCHAR(12) COLLATE utf8mb4_bin NOT NULL,
  misses INT NOT NULL,
  names INT NOT NULL,
  name_mark CHAR(64) CHARACTER SET ascii COLLATE ascii_bin,
  started_at DATETIME(6) NOT NULL,
  last_seen_at DATETIME(6) NOT NULL,
  INDEX chat_former (former_hash),
  INDEX chat_seen (stage, last_seen_at)
);

-- A page can be opened again on a ticket that is no page's own, one after the other.
ALTER TABLE own_session ADD INDEX own_session_ticket (ticket_id, state), DROP INDEX ticket_id;

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
  UPDATE written_line SET words = '(erased)'
    WHERE ticket_id IN (SELECT t.id FROM ticket t WHERE t.person_id = about);
  UPDATE stop_lifting SET reason = '(erased)' WHERE person_id = about;
  UPDATE erasure SET reason = '(erased)' WHERE person_id = about;
END;
