CREATE TABLE analyst (
  id UUID NOT NULL PRIMARY KEY,
  login VARCHAR(64) COLLATE utf8mb4_bin NOT NULL UNIQUE,
  name VARCHAR(120) NOT NULL,
  password_hash VARCHAR(255) COLLATE utf8mb4_bin NOT NULL,
  roles VARCHAR(120) COLLATE utf8mb4_bin NOT NULL,
  own_account VARCHAR(64) COLLATE utf8mb4_bin,
  wrong_tries INT NOT NULL,
  locked_until DATETIME(6)
);

CREATE TABLE sign_in_session (
  token_hash VARBINARY(32) NOT NULL PRIMARY KEY,
  analyst_id UUID NOT NULL,
  signed_in_by VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  started_at DATETIME(6) NOT NULL,
  last_seen_at DATETIME(6) NOT NULL,
  ended_at DATETIME(6),
  INDEX sign_in_session_analyst (analyst_id, ended_at)
);

-- Limits on guesses, by what is guessed at or from where.
CREATE TABLE guess_limit (
  bucket VARCHAR(120) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  tries INT NOT NULL,
  since DATETIME(6) NOT NULL
);

CREATE TABLE person (
  id UUID NOT NULL PRIMARY KEY,
  entry_uuid VARCHAR(36) COLLATE utf8mb4_bin NOT NULL UNIQUE,
  dn VARCHAR(400) NOT NULL,
  account VARCHAR(64) COLLATE utf8mb4_bin NOT NULL,
  staff_number VARCHAR(32) COLLATE utf8mb4_bin,
  name VARCHAR(160) NOT NULL,
  given VARCHAR(80),
  family VARCHAR(80),
  folded_given VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  folded_family VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  title VARCHAR(120),
  vessel VARCHAR(80),
  port VARCHAR(80),
  speaks VARCHAR(120),
  manager_id UUID,
  member_of VARCHAR(400) COLLATE utf8mb4_bin NOT NULL,
  gone_at DATETIME(6),
  digest VARBINARY(32) NOT NULL,
  INDEX person_account (account),
  INDEX person_staff_number (staff_number),
  INDEX person_given_family (folded_given, folded_family),
  INDEX person_family_given (folded_family, folded_given)
);

-- What finding needs beside whole names: account, mail, numbers in every spelling, inner name words,
-- and words with one letter left out for small typing errors.
CREATE TABLE person_token (
  token VARCHAR(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  person_id UUID NOT NULL,
  PRIMARY KEY (token, person_id),
  INDEX person_token_person (person_id)
);
CREATE TABLE person_near (
  near VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  person_id UUID NOT NULL,
  PRIMARY KEY (near, person_id),
  INDEX person_near_person (person_id)
);

CREATE TABLE contact (
  id UUID NOT NULL PRIMARY KEY,
  person_id UUID NOT NULL,
  kind VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  value VARCHAR(254) COLLATE utf8mb4_bin NOT NULL,
  since DATETIME(6),
  set_by VARCHAR(80),
  removed_at DATETIME(6),
  INDEX contact_person (person_id),
  INDEX contact_value (value)
);

CREATE TABLE person_fact (
  person_id UUID NOT NULL,
  kind VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  value VARCHAR(160) NOT NULL,
  PRIMARY KEY (person_id, kind)
);

CREATE TABLE people_copy (
  source VARCHAR(40) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  whole_at DATETIME(6),
  changes_at DATETIME(6),
  changes_since VARCHAR(40) COLLATE utf8mb4_bin,
  trouble VARCHAR(200)
);

CREATE TABLE enrolment (
  id UUID NOT NULL PRIMARY KEY,
  person_id UUID NOT NULL UNIQUE,
  wrapped_key VARBINARY(200) NOT NULL,
  enrolled_at DATETIME(6) NOT NULL,
  last_used_step BIGINT NOT NULL,
  wrong_tries INT NOT NULL,
  wrong_since DATETIME(6)
);
