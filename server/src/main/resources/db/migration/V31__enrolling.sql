-- People set up by themselves what proves that it is they. All that stood so far was brought in by whom the organisation trusts.
alter table enrolment
  modify column wrapped_key varbinary(200) null,
  add column confirmed_at datetime(6) null,
  add column removed_at datetime(6) null,
  add column trusted boolean not null default false,
  add column ticket_id uuid null;
update enrolment set confirmed_at = enrolled_at, trusted = true;

-- Codes for paper, each good once: only a keyed mark of each is kept.
create table recovery_code (
  enrolment_id uuid not null,
  mark char(64) character set ascii collate ascii_bin not null,
  used_at datetime(6) null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  primary key (enrolment_id, mark),
  constraint recovery_code_of foreign key (enrolment_id) references enrolment (id)
);

-- What somebody began a page of their own for.
alter table own_session add column wants varchar(20) collate utf8mb4_bin not null default 'own-password';
