-- A described service is asked once another steward agreed to its description.
alter table outside_service
  add column described_by uuid null,
  add column described_by_name varchar(120) null,
  add column agreed_at datetime(6) null;
update outside_service set agreed_at = utc_timestamp(6);
