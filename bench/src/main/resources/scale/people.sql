-- People made of the names in bench_name, by number from @from up to but not with @past: contacts, an account, and what
-- they are found by.
INSERT INTO person (id, account, name, given, family, folded_given, folded_family, title, vessel, port)
  SELECT id, account, CONCAT(given, ' ', family), given, family, given, family, 'Deckhand', 'MV Knot', 'Oxney'
  FROM bench_name WHERE number >= @from AND number < @past;
INSERT INTO contact (id, person_id, kind, value, path_name)
  SELECT CAST(INSERT(id, 20, 1, 'a') AS UUID), id, 'work-mobile', CONCAT('+', phone), MD5(CONCAT(account, 'm'))
  FROM bench_name WHERE number >= @from AND number < @past
  UNION ALL SELECT CAST(INSERT(id, 20, 1, 'b') AS UUID), id, 'work-mail', CONCAT(account, '@brackwater.example'), MD5(account)
  FROM bench_name WHERE number >= @from AND number < @past;
INSERT INTO account (id, person_id, `system`, native_id, name, place)
  SELECT id, id, 'directory', account, account, CONCAT('uid=', account, ',ou=people')
  FROM bench_name WHERE number >= @from AND number < @past;
INSERT INTO person_key (kind, word, person_id, name, account, title, place, folded)
  SELECT k.kind, k.word, n.id, CONCAT(n.given, ' ', n.family), n.account, 'Deckhand', 'MV Knot, Oxney',
    CONCAT(' ', n.given, ' ', n.family, ' ')
  FROM (
    SELECT 1 AS kind, CONCAT(family, '\t', given) AS word, number FROM bench_name WHERE number >= @from AND number < @past
    UNION ALL SELECT 2, CONCAT(given, '\t', family), number FROM bench_name WHERE number >= @from AND number < @past
    UNION ALL SELECT 3, given, number FROM bench_name WHERE number >= @from AND number < @past
    UNION ALL SELECT 3, family, number FROM bench_name WHERE number >= @from AND number < @past
    UNION ALL SELECT 3, account, number FROM bench_name WHERE number >= @from AND number < @past
    UNION ALL SELECT 3, CONCAT(account, '@brackwater.example'), number FROM bench_name WHERE number >= @from AND number < @past
    UNION ALL SELECT 3, phone, number FROM bench_name WHERE number >= @from AND number < @past
    UNION ALL SELECT 3, CONCAT('0', SUBSTR(phone, 3)), number FROM bench_name WHERE number >= @from AND number < @past) k
  JOIN bench_name n ON n.number = k.number;
INSERT IGNORE INTO name_near (near, word)
  SELECT given, given FROM bench_name WHERE number >= @from AND number < @past
  UNION SELECT family, family FROM bench_name WHERE number >= @from AND number < @past
  UNION SELECT CONCAT(LEFT(given, seq), SUBSTR(given, seq + 2)), given
    FROM bench_name JOIN seq_0_to_20 ON seq < CHAR_LENGTH(given) WHERE number >= @from AND number < @past
  UNION SELECT CONCAT(LEFT(family, seq), SUBSTR(family, seq + 2)), family
    FROM bench_name JOIN seq_0_to_20 ON seq < CHAR_LENGTH(family) WHERE number >= @from AND number < @past
