-- Codes by which starters set up what proves them before their first day; of a code only a keyed mark is kept.
create table starter_code (
  id uuid not null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  person_id uuid not null,
  mark varchar(64) collate utf8mb4_bin not null,
  made_by uuid not null,
  made_at datetime(6) not null,
  expires_at datetime(6) not null,
  state varchar(10) not null,
  wrong_tries int not null default 0,
  primary key (id),
  index starter_code_person (person_id, state)
);
