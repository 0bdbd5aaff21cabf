-- The public half of a passkey, as attested credential data.
alter table enrolment add column credential varbinary(1400) null;
