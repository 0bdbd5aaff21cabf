-- Words by which somebody whose line broke off goes on where they were: made again from their id, never stored.
create table pick_up (
  id uuid not null primary key,
  ticket_id uuid not null,
  conversation_id uuid not null,
  person_id uuid not null,
  contact_id uuid not null,
  state varchar(8) not null,
  tries int not null,
  made_at datetime(6) not null,
  expires_at datetime(6) not null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  index pick_up_person (person_id, state, expires_at),
  index pick_up_ticket (ticket_id, state)
);
-- Whether what was proved in a conversation was brought back by such words.
alter table conversation add column brought_back boolean not null default false;
-- When the person of a ticket is to be rung back, or null.
alter table ticket add column ring_back_at datetime(6) null;
-- The ticket as which this one went on, or null; it is no other asking then.
alter table ticket
  add column went_on_as uuid null,
  add column named int not null default 0,
  add index ticket_holder_claimed (holder_id, claimed_at);
-- From where somebody comes, as the channel says it: the number, the mailbox.
alter table conversation
  add column address varchar(120) collate utf8mb4_bin null,
  add index conversation_address (address, rang_at);
-- In whose zone it is night, and when; null: nobody said so.
alter table organisation
  add column time_zone varchar(60) not null default 'UTC',
  add column most_named_an_hour int not null default 30,
  add column night_from tinyint null,
  add column night_to tinyint null;
