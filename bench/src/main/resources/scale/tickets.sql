-- Closed tickets by number from @from up to but not with @past, with their conversation, two checks that were passed, a
-- change and its handover. Each tenth is of somebody of the demo, the others of those who were made.
CREATE TEMPORARY TABLE made AS
  SELECT s.number, s.id, s.at, COALESCE(d.id, n.id) AS person_id,
    (SELECT id FROM analyst WHERE login = 'tove.rask') AS holder_id
  FROM (
    SELECT seq AS number, CAST(CONCAT('00000000-0000-7000-a000-', LPAD(HEX(seq), 12, '0')) AS UUID) AS id,
      DATE_SUB(@now, INTERVAL (@tickets - seq + 1) MINUTE) AS at
    FROM {numbers}) s
  LEFT JOIN bench_demo d ON MOD(s.number, 10) = 0 AND d.number = MOD(s.number DIV 10, @demo)
  LEFT JOIN bench_name n ON n.number = MOD(s.number * 7919, @people);
INSERT INTO ticket (id, channel, state, opened_at, holder_id, person_id, claimed_at, version, closed_at, summary)
  SELECT id, 'call', 'CLOSED', at, holder_id, person_id, at, 9, DATE_ADD(at, INTERVAL 2 MINUTE), 'Locked out; temporary password.'
  FROM made ORDER BY number;
INSERT INTO ticket_closed_under (ticket_id, rulebook_version) SELECT id, 1 FROM made;
INSERT INTO conversation (id, ticket_id, call_id, state, rang_at, answered_at, ended_at)
  SELECT id, id, CONCAT('made ', number), 'ended', at, at, DATE_ADD(at, INTERVAL 2 MINUTE) FROM made;
INSERT INTO proof_check (id, ticket_id, conversation_id, person_id, method, path, state, started_at, ended_at, tries)
  SELECT CAST(INSERT(id, 20, 1, '8') AS UUID), id, id, person_id, 'authenticator', 'made', 'PASSED', at, at, 1 FROM made
  UNION ALL
  SELECT CAST(INSERT(id, 20, 1, '9') AS UUID), id, id, person_id, 'code-by-text', 'made', 'PASSED', at, at, 1 FROM made;
INSERT INTO account_change (id, ticket_id, conversation_id, person_id, analyst_id, `system`, account, dn, action, state,
    before_mark, effect_mark, intended_at, asked_at, settled_at, way)
  SELECT id, id, id, person_id, holder_id, 'directory', 'made', 'uid=made', 'temporary-password', 'TOOK_EFFECT', 'a', 'b', at, at, at,
    'read-aloud'
  FROM made;
INSERT INTO handover (id, change_id, ticket_id, person_id, wrapped_id, route, state, group_count, said_back, made_at, expires_at, in_at)
  SELECT id, id, id, person_id, id, 'read-aloud', 'said-back', 3, 3, at, DATE_ADD(at, INTERVAL 1 HOUR), DATE_ADD(at, INTERVAL 1 MINUTE) FROM made;
DROP TEMPORARY TABLE made
