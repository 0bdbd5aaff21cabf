-- When the analyst of a ticket said that they are pressed.
alter table ticket add column pressed_at datetime(6) null;
