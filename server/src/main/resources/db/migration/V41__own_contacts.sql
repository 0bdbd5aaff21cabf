-- Contacts that people add themselves. One that waits for its code is not in force: it has been
-- removed since it was written, and says until when it waits.
alter table contact
  add column own boolean not null default false,
  add column verified_at datetime(6) null,
  add column waits_until datetime(6) null,
  add column wrong_tries int not null default 0,
  add column ticket_id uuid null;
