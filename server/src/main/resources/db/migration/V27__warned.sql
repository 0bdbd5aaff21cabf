-- A reminder that is a warning stays until the ticket is closed: no other takes its place.
ALTER TABLE ticket ADD COLUMN warned BOOLEAN NOT NULL DEFAULT FALSE;
