-- Devices that answer for their person: the public half of their key, and the mark of the code by which one is set up.
alter table enrolment
  add column public_key varbinary(32) null,
  add column setup_mark char(64) character set ascii collate ascii_bin null,
  add unique index enrolment_setup (setup_mark);
