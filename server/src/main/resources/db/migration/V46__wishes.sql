-- How people want to be spoken with, as they say themselves; no directory changes it.
alter table person
  add column spoken_with varchar(20) collate utf8mb4_bin null,
  add column wished_language varchar(8) collate utf8mb4_bin null;
