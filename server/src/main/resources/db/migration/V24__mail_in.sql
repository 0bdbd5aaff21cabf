-- Mails that came in. What they said is in written lines, masked; the mails themselves are not kept.
CREATE TABLE mail_in (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  message_id VARCHAR(250) COLLATE utf8mb4_bin NOT NULL UNIQUE,
  sender VARCHAR(320) COLLATE utf8mb4_bin NOT NULL,
  ticket_id UUID,
  first BOOLEAN NOT NULL,
  answered VARCHAR(12) COLLATE utf8mb4_bin,
  page_asked BOOLEAN NOT NULL DEFAULT FALSE,
  done_told BOOLEAN NOT NULL DEFAULT FALSE,
  came_at DATETIME(6) NOT NULL,
  INDEX mail_in_ticket (ticket_id)
);

-- How far a mailbox was read.
CREATE TABLE mailbox_read (
  mailbox VARCHAR(320) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  uid_validity BIGINT NOT NULL,
  uid BIGINT NOT NULL
);

-- A message may answer an address that is on nobody's record.
ALTER TABLE message
  MODIFY person_id UUID,
  MODIFY contact_id UUID,
  ADD COLUMN address VARCHAR(320) COLLATE utf8mb4_bin;
