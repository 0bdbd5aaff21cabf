-- One-time links. The token is made again from the id whenever it is needed, and never stored.
CREATE TABLE one_time_link (
  id UUID NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  purpose VARCHAR(20) COLLATE utf8mb4_bin NOT NULL,
  about_id UUID NOT NULL,
  state VARCHAR(10) COLLATE utf8mb4_bin NOT NULL,
  made_at DATETIME(6) NOT NULL,
  expires_at DATETIME(6) NOT NULL,
  opened_at DATETIME(6),
  ended_at DATETIME(6),
  INDEX one_time_link_about (about_id)
);
