-- Deeds for which a rule asks a second person at the desk: who asked whom for what, and what came of it.
create table second_person (
  id uuid not null primary key,
  ticket_id uuid not null,
  person_id uuid not null,
  system varchar(40) collate utf8mb4_bin not null,
  action varchar(40) collate utf8mb4_bin not null,
  asked_by uuid not null,
  asked_by_name varchar(200) not null,
  asked_at datetime(6) not null,
  state varchar(10) collate utf8mb4_bin not null,
  answered_by uuid null,
  answered_by_name varchar(200) null,
  answered_at datetime(6) null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  index second_person_ticket (ticket_id, asked_at)
);
