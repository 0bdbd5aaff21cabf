-- Managers are found by their DN, and who reports to somebody by that person's id.
CREATE INDEX person_dn ON person (dn);
CREATE INDEX person_manager ON person (manager_id);
