-- Services outside that say whether somebody is who they say, as a steward described them.
create table outside_service (
  id varchar(30) collate utf8mb4_bin not null,
  organisation uuid not null default '00000000-0000-7000-8000-000000000001',
  key_id uuid not null,
  title varchar(60) not null,
  group_name varchar(120) collate utf8mb4_bin null,
  ask text not null,
  look text not null,
  answer_at varchar(120) not null,
  answers text not null,
  lasts_seconds int not null,
  every_seconds int not null,
  user_name varchar(200) null,
  wrapped_password varbinary(1200) null,
  key_name varchar(40) collate utf8mb4_bin not null default '',
  primary key (organisation, id)
);
