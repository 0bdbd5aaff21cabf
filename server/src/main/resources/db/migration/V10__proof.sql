-- What the line said is words; when a call back was answered stays, whatever came after.
ALTER TABLE proof_check
  MODIFY line_state VARCHAR(80) COLLATE utf8mb4_bin,
  ADD COLUMN answered_at DATETIME(6),
  ADD COLUMN stop_lifted_at DATETIME(6);
UPDATE proof_check SET answered_at = ended_at WHERE method = 'call-back' AND state IN ('PASSED', 'FAILED', 'DENIED');

-- A call that was put on hold for another; what was proved in it goes over to the called line when the person confirms there.
ALTER TABLE conversation ADD COLUMN carried_to UUID;

-- Lifting what a person's 'no' stopped: asked by one, agreed to by another, one of them a lead.
CREATE TABLE stop_lifting (
  id UUID NOT NULL PRIMARY KEY,
  check_id UUID NOT NULL,
  person_id UUID NOT NULL,
  ticket_id UUID NOT NULL,
  reason VARCHAR(400) NOT NULL,
  asked_by UUID NOT NULL,
  asked_by_name VARCHAR(200) NOT NULL,
  asked_by_lead BOOLEAN NOT NULL,
  asked_at DATETIME(6) NOT NULL,
  state VARCHAR(10) COLLATE utf8mb4_bin NOT NULL,
  answered_by UUID,
  answered_at DATETIME(6),
  INDEX stop_lifting_person (person_id, state)
);
