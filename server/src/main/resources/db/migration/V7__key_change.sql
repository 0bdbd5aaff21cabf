-- Which key took over from which, and the entry that says so. Rows are added, never changed. A key seals from
-- the first seal on that its forerunner signed over that entry.
CREATE TABLE key_change (
  generation INT NOT NULL PRIMARY KEY,
  former_key VARCHAR(200) COLLATE utf8mb4_bin NOT NULL,
  verifier_key VARCHAR(200) COLLATE utf8mb4_bin NOT NULL,
  entry_id UUID NOT NULL
);
