-- Staff may sign in with a passkey as well: its public half, and what it was last asked.
alter table staff_factor
  add column kind varchar(20) collate utf8mb4_bin not null default 'authenticator',
  add column credential varbinary(2000) null,
  add column asked uuid null,
  add column asked_at datetime(6) null;
