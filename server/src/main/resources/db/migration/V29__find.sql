-- What people are found by, with what is shown of whoever is found: each rank of finding is one range of the
-- primary key. Kind 1: family and given name; 2: given and family name; 3: accounts, numbers, mailboxes, words of names.
CREATE TABLE person_key (
  kind TINYINT NOT NULL,
  word VARCHAR(161) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  person_id UUID NOT NULL,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  name VARCHAR(160) NOT NULL,
  account VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  title VARCHAR(120),
  place VARCHAR(162),
  -- All words of the name, each between spaces, to tell whether further words that were typed fit too.
  folded VARCHAR(163) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (kind, word, person_id),
  INDEX person_key_person (person_id)
);

-- Words of names by each form with one letter left out: what was mistyped is looked up here once for a word, however
-- many people have it.
CREATE TABLE name_near (
  near VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  word VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (near, word),
  INDEX name_near_word (word)
);

INSERT INTO person_key (kind, word, person_id, name, account, title, place, folded)
  SELECT k.kind, k.word, p.id, p.name, p.account, p.title,
    NULLIF(CONCAT_WS(', ', p.vessel, IF(p.port = p.vessel, NULL, p.port)), ''),
    CONCAT(' ', TRIM(CONCAT(p.folded_given, ' ', p.folded_family)), ' ')
  FROM person p JOIN (
    SELECT 1 AS kind, CONCAT(folded_family, '\t', folded_given) AS word, id AS person_id FROM person
    UNION ALL SELECT 2, CONCAT(folded_given, '\t', folded_family), id FROM person
    UNION ALL SELECT 3, token, person_id FROM person_token) k ON k.person_id = p.id
  WHERE p.gone_at IS NULL;

CREATE TEMPORARY TABLE name_word AS
  WITH RECURSIVE cut (word, rest) AS (
    SELECT CAST('' AS CHAR(163)), CAST(CONCAT(TRIM(folded), ' ') AS CHAR(163)) FROM (SELECT DISTINCT folded FROM person_key) n
    UNION
    SELECT SUBSTRING_INDEX(rest, ' ', 1), SUBSTR(rest, CHAR_LENGTH(SUBSTRING_INDEX(rest, ' ', 1)) + 2) FROM cut WHERE rest <> '')
  SELECT DISTINCT word FROM cut WHERE word <> '';
INSERT IGNORE INTO name_near (near, word)
  SELECT LEFT(word, 39), word FROM name_word
  UNION SELECT CONCAT(LEFT(LEFT(word, 39), seq), SUBSTR(LEFT(word, 39), seq + 2)), word
    FROM name_word JOIN seq_0_to_38 ON seq < LEAST(39, CHAR_LENGTH(word)) WHERE CHAR_LENGTH(word) >= 4;
DROP TEMPORARY TABLE name_word;
-- person_token and person_near are not used any more, and go a version later.
