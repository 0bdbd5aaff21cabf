-- Procedures as their authors last kept them. Nothing starts one by itself.
CREATE TABLE procedure_draft (
  name VARCHAR(80) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  organisation UUID NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  text MEDIUMTEXT COLLATE utf8mb4_bin NOT NULL,
  edit BIGINT NOT NULL,
  author_id UUID NOT NULL,
  author_name VARCHAR(120) NOT NULL,
  kept_at DATETIME(6) NOT NULL
);
