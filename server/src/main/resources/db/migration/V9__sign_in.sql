-- Limits slow down instead of locking: a bucket leaks, and each try may have a turn that it waits for.
ALTER TABLE guess_limit ADD COLUMN next_turn DATETIME(6);
ALTER TABLE analyst MODIFY wrong_tries INT NOT NULL DEFAULT 0;

-- Browsers in which somebody signed in before; what is stored opens nothing.
CREATE TABLE known_browser (
  token_hash VARBINARY(32) NOT NULL PRIMARY KEY,
  analyst_id UUID NOT NULL,
  since DATETIME(6) NOT NULL,
  INDEX known_browser_analyst (analyst_id, since)
);
