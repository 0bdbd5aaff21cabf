-- Rulebooks that were proposed, with what they would have come to, and what came of them.
create table rulebook_proposal (
  id uuid not null primary key,
  name varchar(80) not null,
  content mediumtext collate utf8mb4_bin not null,
  reason varchar(400) not null,
  instead_of bigint not null,
  rehearsal mediumtext collate utf8mb4_bin not null,
  asked_by uuid not null,
  asked_by_name varchar(200) not null,
  asked_at datetime(6) not null,
  state varchar(10) collate utf8mb4_bin not null,
  answered_by uuid null,
  answered_by_name varchar(200) null,
  answered_at datetime(6) null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  index rulebook_proposal_state (state, asked_at)
);
