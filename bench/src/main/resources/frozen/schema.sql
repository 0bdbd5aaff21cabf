CREATE TABLE `account` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `person_id` uuid NOT NULL,
  `system` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `account_set` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  `native_id` varchar(128) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `name` varchar(254) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `place` varchar(400) NOT NULL,
  `gone_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `account_native` (`system`,`account_set`,`native_id`),
  KEY `account_person` (`person_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `account_change` (
  `id` uuid NOT NULL,
  `ticket_id` uuid NOT NULL,
  `conversation_id` uuid DEFAULT NULL,
  `person_id` uuid NOT NULL,
  `analyst_id` uuid DEFAULT NULL,
  `system` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `account` varchar(254) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `dn` varchar(400) NOT NULL,
  `action` varchar(30) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `state` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `reason` varchar(300) DEFAULT NULL,
  `before_mark` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `effect_mark` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `wrapped_id` uuid DEFAULT NULL,
  `intended_at` datetime(6) NOT NULL,
  `asked_at` datetime(6) DEFAULT NULL,
  `settled_at` datetime(6) DEFAULT NULL,
  `way` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `about_id` uuid DEFAULT NULL,
  `running` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin GENERATED ALWAYS AS (if(`state` in ('INTENDED','ASKED','UNKNOWN'),concat(`system`,' ',`account`),NULL)) STORED,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `account_id` uuid DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `running` (`running`),
  KEY `account_change_ticket` (`ticket_id`),
  KEY `account_change_person` (`person_id`,`intended_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `account_copy` (
  `system` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `whole_at` datetime(6) DEFAULT NULL,
  `tried_at` datetime(6) DEFAULT NULL,
  `trouble` varchar(400) DEFAULT NULL,
  `matched` int(11) NOT NULL DEFAULT 0,
  `unmatched` int(11) NOT NULL DEFAULT 0,
  `contested` int(11) NOT NULL DEFAULT 0,
  PRIMARY KEY (`system`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `analyst` (
  `id` uuid NOT NULL,
  `login` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `name` varchar(120) NOT NULL,
  `password_hash` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `roles` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `own_account` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `wrong_tries` int(11) NOT NULL DEFAULT 0,
  `locked_until` datetime(6) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `login` (`login`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `change_on_server` (
  `change_id` uuid NOT NULL,
  `server` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `state` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `seen_at` datetime(6) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`change_id`,`server`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `chat` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `token_hash` binary(32) NOT NULL,
  `former_hash` binary(32) DEFAULT NULL,
  `ticket_id` uuid NOT NULL,
  `stage` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `asked` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `misses` int(11) NOT NULL,
  `names` int(11) NOT NULL,
  `name_mark` char(64) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `started_at` datetime(6) NOT NULL,
  `last_seen_at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `token_hash` (`token_hash`),
  UNIQUE KEY `ticket_id` (`ticket_id`),
  KEY `chat_former` (`former_hash`),
  KEY `chat_seen` (`stage`,`last_seen_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `connection_test` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `system` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `system_version` bigint(20) NOT NULL,
  `asked_by` uuid DEFAULT NULL,
  `asked_by_name` varchar(120) DEFAULT NULL,
  `asked_at` datetime(6) NOT NULL,
  `state` varchar(10) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  `steps` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `running` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin GENERATED ALWAYS AS (if(`state` = 'RUNNING',`system`,NULL)) STORED,
  PRIMARY KEY (`id`),
  UNIQUE KEY `connection_test_running` (`running`),
  KEY `connection_test_system` (`system`,`asked_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `contact` (
  `id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `kind` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `value` varchar(254) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `since` datetime(6) DEFAULT NULL,
  `set_by` varchar(80) DEFAULT NULL,
  `removed_at` datetime(6) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `path_name` char(32) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`id`),
  KEY `contact_person` (`person_id`),
  KEY `contact_value` (`value`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `conversation` (
  `id` uuid NOT NULL,
  `ticket_id` uuid NOT NULL,
  `call_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `number_shown` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `state` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `rang_at` datetime(6) NOT NULL,
  `answered_at` datetime(6) DEFAULT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  `carried_to` uuid DEFAULT NULL,
  `called` tinyint(1) NOT NULL DEFAULT 0,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `channel` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'call',
  `facts` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `call_id` (`call_id`),
  KEY `conversation_ticket` (`ticket_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `enrolment` (
  `id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `wrapped_key` varbinary(200) NOT NULL,
  `enrolled_at` datetime(6) NOT NULL,
  `last_used_step` bigint(20) NOT NULL,
  `wrong_tries` int(11) NOT NULL,
  `wrong_since` datetime(6) DEFAULT NULL,
  `key_name` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'wrapping',
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `kind` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'authenticator',
  `name` varchar(80) NOT NULL DEFAULT 'authenticator',
  PRIMARY KEY (`id`),
  KEY `enrolment_person` (`person_id`,`kind`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `entry` (
  `id` uuid NOT NULL,
  `at` datetime(6) NOT NULL,
  `kind` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `actor_type` varchar(16) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `actor_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `ticket_id` uuid DEFAULT NULL,
  `person_id` uuid DEFAULT NULL,
  `leaf` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`id`),
  KEY `entry_at` (`at`),
  KEY `entry_ticket` (`ticket_id`,`at`),
  KEY `entry_person` (`person_id`,`at`),
  KEY `entry_actor` (`actor_id`,`at`),
  KEY `entry_kind` (`kind`,`at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `entry_number` (
  `number` bigint(20) NOT NULL,
  `entry_id` uuid NOT NULL,
  `leaf_hash` binary(32) NOT NULL,
  PRIMARY KEY (`number`),
  UNIQUE KEY `entry_number_entry` (`entry_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `entry_pending` (
  `entry_id` uuid NOT NULL,
  PRIMARY KEY (`entry_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `entry_personal` (
  `entry_id` uuid NOT NULL,
  `field` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `value` text NOT NULL,
  `salt` binary(16) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`entry_id`,`field`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `entry_root` (
  `size` bigint(20) NOT NULL,
  `root` binary(32) NOT NULL,
  `at` datetime(6) NOT NULL,
  PRIMARY KEY (`size`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `entry_subtree` (
  `level` tinyint(4) NOT NULL,
  `place` bigint(20) NOT NULL,
  `hash` binary(32) NOT NULL,
  PRIMARY KEY (`level`,`place`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `erasure` (
  `id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `reason` varchar(400) NOT NULL,
  `asked_by` uuid NOT NULL,
  `asked_by_name` varchar(200) NOT NULL,
  `asked_at` datetime(6) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `erasure_answer` (
  `erasure_id` uuid NOT NULL,
  `agreed` tinyint(1) NOT NULL,
  `answered_by` uuid NOT NULL,
  `answered_at` datetime(6) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`erasure_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `flyway_schema_history` (
  `installed_rank` int(11) NOT NULL,
  `version` varchar(50) DEFAULT NULL,
  `description` varchar(200) NOT NULL,
  `type` varchar(20) NOT NULL,
  `script` varchar(1000) NOT NULL,
  `checksum` int(11) DEFAULT NULL,
  `installed_by` varchar(100) NOT NULL,
  `installed_on` timestamp NOT NULL DEFAULT current_timestamp(),
  `execution_time` int(11) NOT NULL,
  `success` tinyint(1) NOT NULL,
  PRIMARY KEY (`installed_rank`),
  KEY `flyway_schema_history_s_idx` (`success`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `guess_limit` (
  `bucket` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `tries` int(11) NOT NULL,
  `since` datetime(6) NOT NULL,
  `next_turn` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`bucket`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `handover` (
  `id` uuid NOT NULL,
  `change_id` uuid NOT NULL,
  `ticket_id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `wrapped_id` uuid NOT NULL,
  `route` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `contact_id` uuid DEFAULT NULL,
  `state` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `group_count` int(11) NOT NULL,
  `said_back` int(11) NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `expires_at` datetime(6) NOT NULL,
  `in_at` datetime(6) DEFAULT NULL,
  `reminded_at` datetime(6) DEFAULT NULL,
  `way` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'read-aloud',
  `expiry_tries` int(11) NOT NULL DEFAULT 0,
  `expiry_next_at` datetime(6) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`id`),
  UNIQUE KEY `change_id` (`change_id`),
  KEY `handover_ticket` (`ticket_id`),
  KEY `handover_open` (`in_at`,`expires_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `invitation` (
  `code_hash` varbinary(32) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `analyst_id` uuid NOT NULL,
  `expires_at` datetime(6) NOT NULL,
  `used_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`code_hash`),
  KEY `invitation_analyst` (`analyst_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `key_change` (
  `generation` int(11) NOT NULL,
  `former_key` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `verifier_key` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `entry_id` uuid NOT NULL,
  PRIMARY KEY (`generation`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `key_fingerprint` (
  `name` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `fingerprint` char(32) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`name`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `known_browser` (
  `token_hash` varbinary(32) NOT NULL,
  `analyst_id` uuid NOT NULL,
  `since` datetime(6) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`token_hash`),
  KEY `known_browser_analyst` (`analyst_id`,`since`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `mail_in` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `message_id` varchar(250) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `sender` varchar(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `ticket_id` uuid DEFAULT NULL,
  `first` tinyint(1) NOT NULL,
  `answered` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `page_asked` tinyint(1) NOT NULL DEFAULT 0,
  `done_told` tinyint(1) NOT NULL DEFAULT 0,
  `came_at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `message_id` (`message_id`),
  KEY `mail_in_ticket` (`ticket_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `mailbox_read` (
  `mailbox` varchar(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `uid_validity` bigint(20) NOT NULL,
  `uid` bigint(20) NOT NULL,
  PRIMARY KEY (`mailbox`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `message` (
  `id` uuid NOT NULL,
  `ticket_id` uuid DEFAULT NULL,
  `person_id` uuid DEFAULT NULL,
  `contact_id` uuid DEFAULT NULL,
  `purpose` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `about_id` uuid NOT NULL,
  `state` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `said` varchar(200) DEFAULT NULL,
  `tries` int(11) NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `give_up_at` datetime(6) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `carrier` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'text',
  `address` varchar(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `message_ticket` (`ticket_id`),
  KEY `message_about` (`about_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `one_time_link` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `purpose` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `about_id` uuid NOT NULL,
  `state` varchar(10) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `expires_at` datetime(6) NOT NULL,
  `opened_at` datetime(6) DEFAULT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `one_time_link_about` (`about_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `organisation` (
  `id` uuid NOT NULL,
  `name` varchar(120) NOT NULL,
  `home_region` char(2) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'GB',
  `read_aloud_minutes` int(11) NOT NULL DEFAULT 60,
  `text_minutes` int(11) NOT NULL DEFAULT 240,
  `remind_minutes` int(11) NOT NULL DEFAULT 10,
  `most_changes_a_day` int(11) NOT NULL DEFAULT 6,
  `version` bigint(20) NOT NULL DEFAULT 1,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `own_puzzle_used` (
  `id` binary(16) NOT NULL,
  `expires_at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `own_puzzle_used_expires` (`expires_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `own_session` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `token_hash` binary(32) NOT NULL,
  `former_hash` binary(32) DEFAULT NULL,
  `name_mark` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `person_id` uuid DEFAULT NULL,
  `ticket_id` uuid DEFAULT NULL,
  `state` varchar(10) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `started_at` datetime(6) NOT NULL,
  `last_step_at` datetime(6) NOT NULL,
  `wrong` int(11) NOT NULL,
  `nobody` varchar(400) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `token_hash` (`token_hash`),
  KEY `own_session_former` (`former_hash`),
  KEY `own_session_person` (`person_id`,`state`),
  KEY `own_session_idle` (`state`,`last_step_at`),
  KEY `own_session_ticket` (`ticket_id`,`state`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `own_try` (
  `id` uuid NOT NULL,
  `mark` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `own_try_mark` (`mark`,`at`),
  KEY `own_try_at` (`at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `people_copy` (
  `source` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `whole_at` datetime(6) DEFAULT NULL,
  `changes_at` datetime(6) DEFAULT NULL,
  `changes_since` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `trouble` varchar(400) DEFAULT NULL,
  `odd` varchar(400) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`source`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `people_source` (
  `id` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `system` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `position` int(11) NOT NULL,
  `mapping` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `same_by` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `whole_every_s` int(11) NOT NULL,
  `changes_every_s` int(11) NOT NULL,
  `believed_gone` int(11) NOT NULL,
  `version` bigint(20) NOT NULL,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `person` (
  `id` uuid NOT NULL,
  `entry_uuid` varchar(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `dn` varchar(400) DEFAULT NULL,
  `account` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `staff_number` varchar(32) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `name` varchar(160) NOT NULL,
  `given` varchar(80) DEFAULT NULL,
  `family` varchar(80) DEFAULT NULL,
  `folded_given` varchar(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `folded_family` varchar(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `title` varchar(120) DEFAULT NULL,
  `vessel` varchar(80) DEFAULT NULL,
  `port` varchar(80) DEFAULT NULL,
  `speaks` varchar(120) DEFAULT NULL,
  `manager_id` uuid DEFAULT NULL,
  `member_of` text CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `gone_at` datetime(6) DEFAULT NULL,
  `digest` varbinary(32) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `source` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'directory',
  `deputy_id` uuid DEFAULT NULL,
  `deputy_since` datetime(6) DEFAULT NULL,
  `away_until` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `entry_uuid` (`entry_uuid`),
  KEY `person_account` (`account`),
  KEY `person_staff_number` (`staff_number`),
  KEY `person_given_family` (`folded_given`,`folded_family`),
  KEY `person_family_given` (`folded_family`,`folded_given`),
  KEY `person_dn` (`dn`),
  KEY `person_manager` (`manager_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `person_entry` (
  `source` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `native_id` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `person_id` uuid NOT NULL,
  `place` varchar(400) NOT NULL,
  `digest` varbinary(32) NOT NULL,
  `gone_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`source`,`native_id`),
  KEY `person_entry_person` (`person_id`),
  KEY `person_entry_place` (`source`,`place`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `person_fact` (
  `person_id` uuid NOT NULL,
  `kind` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `value` varchar(160) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`person_id`,`kind`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `person_group` (
  `person_id` uuid NOT NULL,
  `source` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `name` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`person_id`,`source`,`name`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `person_near` (
  `near` varchar(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `person_id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`near`,`person_id`),
  KEY `person_near_person` (`person_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `person_token` (
  `token` varchar(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `person_id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`token`,`person_id`),
  KEY `person_token_person` (`person_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `procedure_draft` (
  `name` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `text` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `edit` bigint(20) NOT NULL,
  `author_id` uuid NOT NULL,
  `author_name` varchar(120) NOT NULL,
  `kept_at` datetime(6) NOT NULL,
  PRIMARY KEY (`name`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `procedure_run` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `version_id` uuid NOT NULL,
  `name` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `ticket_id` uuid NOT NULL,
  `cause` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `state` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `place` varchar(4000) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `number` int(11) NOT NULL,
  `waits` varchar(400) DEFAULT NULL,
  `how` varchar(1000) DEFAULT NULL,
  `started_at` datetime(6) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `ticket_id` (`ticket_id`,`name`,`cause`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `procedure_run_step` (
  `run_id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `number` int(11) NOT NULL,
  `line` int(11) NOT NULL,
  `act` varchar(2000) NOT NULL,
  `began_at` datetime(6) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  `came` varchar(400) DEFAULT NULL,
  PRIMARY KEY (`run_id`,`number`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `procedure_run_value` (
  `run_id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `name` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `value` text NOT NULL,
  PRIMARY KEY (`run_id`,`name`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `procedure_version` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `name` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `number` int(11) NOT NULL,
  `title` varchar(400) NOT NULL,
  `text` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `author_name` varchar(120) NOT NULL,
  `published_by_name` varchar(120) NOT NULL,
  `published_at` datetime(6) NOT NULL,
  `retired_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `name` (`name`,`number`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `proof_check` (
  `id` uuid NOT NULL,
  `ticket_id` uuid NOT NULL,
  `conversation_id` uuid DEFAULT NULL,
  `person_id` uuid NOT NULL,
  `method` varchar(30) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `path` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `path_since` datetime(6) DEFAULT NULL,
  `contact_id` uuid DEFAULT NULL,
  `fact` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `state` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `line_state` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `started_at` datetime(6) NOT NULL,
  `expires_at` datetime(6) DEFAULT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  `tries` int(11) NOT NULL,
  `entry_id` uuid DEFAULT NULL,
  `answered_at` datetime(6) DEFAULT NULL,
  `stop_lifted_at` datetime(6) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `detail` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `proof_check_ticket` (`ticket_id`),
  KEY `proof_check_person` (`person_id`,`state`,`ended_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `rulebook` (
  `version` bigint(20) NOT NULL,
  `name` varchar(40) NOT NULL,
  `content` mediumtext NOT NULL,
  `in_force_since` datetime(6) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`version`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `rulebook_entry` (
  `version` bigint(20) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `entry_id` uuid NOT NULL,
  PRIMARY KEY (`version`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `scheduled_tasks` (
  `task_name` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `task_instance` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `task_data` blob DEFAULT NULL,
  `execution_time` datetime(6) NOT NULL,
  `picked` tinyint(1) NOT NULL,
  `picked_by` varchar(50) DEFAULT NULL,
  `last_success` datetime(6) DEFAULT NULL,
  `last_failure` datetime(6) DEFAULT NULL,
  `consecutive_failures` int(11) DEFAULT NULL,
  `last_heartbeat` datetime(6) DEFAULT NULL,
  `version` bigint(20) NOT NULL,
  `priority` smallint(6) DEFAULT NULL,
  PRIMARY KEY (`task_name`,`task_instance`),
  KEY `execution_time_idx` (`execution_time`),
  KEY `last_heartbeat_idx` (`last_heartbeat`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `seal` (
  `size` bigint(20) NOT NULL,
  `sealed_at` datetime(6) NOT NULL,
  `verifier_key` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `note` text CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`size`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `seal_witness` (
  `name` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `size` bigint(20) NOT NULL,
  `at` datetime(6) NOT NULL,
  `trouble` varchar(300) DEFAULT NULL,
  PRIMARY KEY (`name`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `secret_mark` (
  `id` uuid NOT NULL,
  `ticket_id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `letters` int(11) NOT NULL,
  `mark` char(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`id`),
  KEY `secret_mark_ticket` (`ticket_id`),
  KEY `secret_mark_person` (`person_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `sign_in_session` (
  `token_hash` varbinary(32) NOT NULL,
  `analyst_id` uuid NOT NULL,
  `signed_in_by` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `started_at` datetime(6) NOT NULL,
  `last_seen_at` datetime(6) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`token_hash`),
  KEY `sign_in_session_analyst` (`analyst_id`,`ended_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `staff_change` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `kind` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `analyst_id` uuid DEFAULT NULL,
  `login` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `name` varchar(120) NOT NULL,
  `roles` varchar(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `own_account` varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `asked_by` uuid NOT NULL,
  `asked_by_name` varchar(120) NOT NULL,
  `asked_at` datetime(6) NOT NULL,
  `state` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `answered_by` uuid DEFAULT NULL,
  `answered_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `staff_change_state` (`state`,`asked_at`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `staff_hand` (
  `analyst_id` uuid NOT NULL,
  `by_id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `at` datetime(6) NOT NULL,
  PRIMARY KEY (`analyst_id`,`by_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `stop_lifting` (
  `id` uuid NOT NULL,
  `check_id` uuid NOT NULL,
  `person_id` uuid NOT NULL,
  `ticket_id` uuid NOT NULL,
  `reason` varchar(400) NOT NULL,
  `asked_by` uuid NOT NULL,
  `asked_by_name` varchar(200) NOT NULL,
  `asked_by_lead` tinyint(1) NOT NULL,
  `asked_at` datetime(6) NOT NULL,
  `state` varchar(10) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `answered_by` uuid DEFAULT NULL,
  `answered_at` datetime(6) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`id`),
  KEY `stop_lifting_person` (`person_id`,`state`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `system` (
  `id` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `kind` varchar(30) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `name` varchar(80) NOT NULL,
  `follows` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `who_helps` varchar(120) NOT NULL,
  `position` int(11) NOT NULL,
  `settings` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `password_rules` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `credential_id` uuid DEFAULT NULL,
  `credential` varbinary(2000) DEFAULT NULL,
  `key_name` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `version` bigint(20) NOT NULL,
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `ticket` (
  `id` uuid NOT NULL,
  `number` bigint(20) NOT NULL AUTO_INCREMENT,
  `channel` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `state` varchar(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `opened_at` datetime(6) NOT NULL,
  `holder_id` uuid DEFAULT NULL,
  `person_id` uuid DEFAULT NULL,
  `claimed_at` datetime(6) DEFAULT NULL,
  `conversation_id` uuid DEFAULT NULL,
  `version` bigint(20) NOT NULL,
  `closed_at` datetime(6) DEFAULT NULL,
  `summary` text DEFAULT NULL,
  `reminder` varchar(200) DEFAULT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`id`),
  UNIQUE KEY `number` (`number`),
  KEY `ticket_state` (`state`,`opened_at`),
  KEY `ticket_person` (`person_id`,`opened_at`)
) ENGINE=InnoDB AUTO_INCREMENT=1164 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `ticket_closed_under` (
  `ticket_id` uuid NOT NULL,
  `rulebook_version` bigint(20) NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`ticket_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `wrapped_secret` (
  `id` uuid NOT NULL,
  `ticket_id` uuid NOT NULL,
  `ciphertext` varbinary(600) NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `key_name` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'wrapping',
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  PRIMARY KEY (`id`),
  KEY `wrapped_secret_ticket` (`ticket_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `written_line` (
  `id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `ticket_id` uuid NOT NULL,
  `number` int(11) NOT NULL,
  `mark` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `side` varchar(12) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `author_id` uuid DEFAULT NULL,
  `words` text NOT NULL,
  `choices` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `hidden` int(11) NOT NULL,
  `written_at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `ticket_id` (`ticket_id`,`number`),
  UNIQUE KEY `ticket_id_2` (`ticket_id`,`mark`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
CREATE TABLE `written_ticket` (
  `ticket_id` uuid NOT NULL,
  `organisation` uuid NOT NULL DEFAULT '00000000-0000-7000-8000-000000000001',
  `want` varchar(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `sure` int(11) NOT NULL,
  `other_writing_at` datetime(6) DEFAULT NULL,
  `desk_writing_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`ticket_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_uca1400_ai_ci;
