-- When somebody was last invited to set up what proves them.
create table proof_invited (
  person_id uuid not null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  at datetime(6) not null,
  primary key (person_id)
);
