-- Whoever has a contact that a directory replaced is told, and may say that they know nothing of it:
-- what took its place is doubted for a while, and a ticket says so.
alter table contact
  add column disputed_at datetime(6) null,
  add column disputed_on uuid null;

-- What people want to be told beside what everybody always is.
alter table person
  add column told_of_proofs boolean not null default false,
  add column not_invited boolean not null default false;

-- What is said back needs no other judgement while the ticket is as it was when the password was shown.
alter table handover add column shown_version bigint null;
