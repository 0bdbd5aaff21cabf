-- The place of each entry. The sealer alone inserts here; a number is never given twice.
CREATE TABLE entry_number (
  number BIGINT NOT NULL PRIMARY KEY,
  entry_id UUID NOT NULL,
  leaf_hash BINARY(32) NOT NULL,
  UNIQUE INDEX entry_number_entry (entry_id)
);

-- Roots of complete subtrees on every eighth level, so that a proof reads few rows.
CREATE TABLE entry_subtree (
  level TINYINT NOT NULL,
  place BIGINT NOT NULL,
  hash BINARY(32) NOT NULL,
  PRIMARY KEY (level, place)
);

-- The roots that were committed together with the numbers under them.
CREATE TABLE entry_root (
  size BIGINT NOT NULL PRIMARY KEY,
  root BINARY(32) NOT NULL,
  at DATETIME(6) NOT NULL
);

-- What was signed of them, kept for ever.
CREATE TABLE seal (
  size BIGINT NOT NULL PRIMARY KEY,
  sealed_at DATETIME(6) NOT NULL,
  verifier_key VARCHAR(200) COLLATE utf8mb4_bin NOT NULL,
  note TEXT COLLATE utf8mb4_bin NOT NULL
);

-- How far each witness was told.
CREATE TABLE seal_witness (
  name VARCHAR(40) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  size BIGINT NOT NULL,
  at DATETIME(6) NOT NULL,
  trouble VARCHAR(300)
);

-- Who runs the server may not take pending rows away, only have those forgotten that got a number. It
-- goes from the numbers to the pending rows, so that it never waits for appends that are not committed.
CREATE PROCEDURE forget_numbered(IN first BIGINT, IN past BIGINT)
  SQL SECURITY DEFINER
  MODIFIES SQL DATA
  DELETE p FROM entry_number n STRAIGHT_JOIN entry_pending p ON p.entry_id = n.entry_id
  WHERE n.number >= first AND n.number < past;
