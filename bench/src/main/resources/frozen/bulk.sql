-- So many people as the directory of the bench has, made of the one of the call: @people of them, by number.
SET @who = (SELECT id FROM person ORDER BY id LIMIT 1);
INSERT INTO person (id, account, name, given, family, folded_given, folded_family, title, vessel, port, source)
  SELECT CAST(CONCAT('00000000-0000-4000-8000-', LPAD(HEX(seq), 12, '0')) AS UUID), CONCAT('p', seq), CONCAT('Person ', seq),
    'Person', seq, 'person', CONCAT('n', LPAD(MOD(seq * 7919, 100000), 5, '0')), title, vessel, port, source
  FROM person JOIN seq_1_to_100000 WHERE person.id = @who AND seq <= @people;
INSERT INTO person_token (token, person_id)
  SELECT account, id FROM person WHERE id <> @who
  UNION SELECT folded_family, id FROM person WHERE id <> @who
  UNION SELECT CONCAT(account, '@brackwater.example'), id FROM person WHERE id <> @who;
INSERT INTO person_near (near, person_id)
  SELECT LEFT(folded_family, 5), id FROM person WHERE id <> @who;
INSERT INTO contact (id, person_id, kind, value, since, path_name)
  SELECT UUID(), p.id, c.kind, CONCAT(p.account, '.', c.value), c.since, MD5(CONCAT(p.account, c.kind))
  FROM person p JOIN contact c ON c.person_id = @who WHERE p.id <> @who;
INSERT INTO person_fact (person_id, kind, value)
  SELECT p.id, f.kind, f.value FROM person p JOIN person_fact f ON f.person_id = @who WHERE p.id <> @who;
INSERT INTO person_group (person_id, source, name)
  SELECT p.id, g.source, g.name FROM person p JOIN person_group g ON g.person_id = @who WHERE p.id <> @who;
INSERT INTO person_entry (source, native_id, person_id, place, digest)
  SELECT e.source, p.id, p.id, CONCAT(p.account, ',', e.place), e.digest
  FROM person p JOIN person_entry e ON e.person_id = @who WHERE p.id <> @who;
INSERT INTO account (id, person_id, `system`, account_set, native_id, name, place)
  SELECT UUID(), p.id, a.system, a.account_set, CONCAT(p.account, a.system), p.account, CONCAT(p.account, ',', a.place)
  FROM person p JOIN account a ON a.person_id = @who WHERE p.id <> @who;
