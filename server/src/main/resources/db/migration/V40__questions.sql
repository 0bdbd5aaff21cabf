-- Questions that people may set answers to; a steward adds and retires them.
create table question (
  id uuid not null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  words varchar(160) not null,
  added_at datetime(6) not null,
  retired_at datetime(6) null,
  primary key (id)
);
-- Answers to them, as slow hashes of the form in which answers are compared.
create table own_answer (
  enrolment_id uuid not null,
  question_id uuid not null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  hash varchar(160) collate utf8mb4_bin not null,
  primary key (enrolment_id, question_id),
  constraint own_answer_of foreign key (enrolment_id) references enrolment (id),
  constraint own_answer_to foreign key (question_id) references question (id)
);
-- For what right answers count, by the names that rules have for it.
create table question_counts_for (
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  action varchar(40) not null,
  primary key (organisation, action)
);
insert into question_counts_for (action) values ('unlock');
insert into question (id, words, added_at) values
  ('00000000-0000-7000-8000-0000000a0001', 'What did you call your first stuffed animal?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0002', 'What did your grandparents’ kitchen smell of?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0003', 'Which meal could you not eat as a child?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0004', 'What was the nickname of a teacher whom you did not like?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0005', 'Which place would you go back to tomorrow?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0006', 'What was the first thing that you bought with your own money?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0007', 'Which song can you not stand?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0008', 'What were you most afraid of as a child?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0009', 'Who sat beside you in your first class?', utc_timestamp(6)),
  ('00000000-0000-7000-8000-0000000a0010', 'What did you break and never own up to?', utc_timestamp(6));
