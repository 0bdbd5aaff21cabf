-- A message goes over a carrier to somebody, on a ticket or not, on an occasion that somebody writes the words for.
ALTER TABLE message
  MODIFY ticket_id UUID,
  ADD COLUMN carrier VARCHAR(20) COLLATE utf8mb4_bin NOT NULL DEFAULT 'text';
UPDATE message SET purpose = LOWER(REPLACE(purpose, '_', '-'));

-- What is peculiar to a channel is facts of its conversation. The number that a call showed is one of them; its own column
-- goes one version later.
ALTER TABLE conversation
  ADD COLUMN channel VARCHAR(20) COLLATE utf8mb4_bin NOT NULL DEFAULT 'call',
  ADD COLUMN facts MEDIUMTEXT COLLATE utf8mb4_bin;
UPDATE conversation SET facts = JSON_OBJECT('number', number_shown) WHERE number_shown IS NOT NULL;
