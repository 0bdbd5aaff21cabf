-- What staff sign in with beside their password, and when they last showed that they have it.
create table staff_factor (
  id uuid not null primary key,
  analyst_id uuid not null,
  wrapped_key varbinary(200) not null,
  key_name varchar(40) collate utf8mb4_bin not null,
  enrolled_at datetime(6) not null,
  confirmed_at datetime(6) null,
  removed_at datetime(6) null,
  last_used_step bigint not null,
  wrong_tries int not null,
  wrong_since datetime(6) null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  index staff_factor_analyst (analyst_id, removed_at)
);
alter table sign_in_session add column factor_at datetime(6) null;
