-- Erasing on lawful demand: asked by one person with a reason, agreed to by another. Rows are added, never changed.
CREATE TABLE erasure (
  id UUID NOT NULL PRIMARY KEY,
  person_id UUID NOT NULL,
  reason VARCHAR(400) NOT NULL,
  asked_by UUID NOT NULL,
  asked_by_name VARCHAR(200) NOT NULL,
  asked_at DATETIME(6) NOT NULL
);

CREATE TABLE erasure_answer (
  erasure_id UUID NOT NULL PRIMARY KEY,
  agreed BOOLEAN NOT NULL,
  answered_by UUID NOT NULL,
  answered_at DATETIME(6) NOT NULL
);

-- What names a person on the record: all personal values of entries about them, and on their tickets of
-- entries about nobody yet, such as the number that rang; but not who did it.
CREATE VIEW erasable AS
  SELECT q.id AS erasure_id, p.entry_id, p.field
  FROM erasure q
    JOIN entry e ON e.person_id = q.person_id
    JOIN entry_personal p ON p.entry_id = e.id
  WHERE p.field <> 'actor' OR e.actor_type = 'person'
  UNION
  SELECT q.id, p.entry_id, p.field
  FROM erasure q
    JOIN entry t ON t.person_id = q.person_id
    JOIN entry e ON e.ticket_id = t.ticket_id AND e.person_id IS NULL
    JOIN entry_personal p ON p.entry_id = e.id
  WHERE p.field <> 'actor';

-- The running server may delete nothing from the record but through this, and this only what two agreed on.
CREATE PROCEDURE erase_personal(IN which UUID)
  SQL SECURITY DEFINER
  MODIFIES SQL DATA
  DELETE p FROM entry_personal p
    JOIN (
      SELECT x.entry_id, x.field FROM erasable x
        JOIN erasure q ON q.id = x.erasure_id
        JOIN erasure_answer a ON a.erasure_id = q.id
      WHERE q.id = which AND a.agreed AND a.answered_by <> q.asked_by
    ) d ON d.entry_id = p.entry_id AND d.field = p.field;
