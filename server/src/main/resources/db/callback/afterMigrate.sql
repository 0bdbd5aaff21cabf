-- The running server may add to the record and read it, nothing else (what has its number leaves the
-- pending table through a procedure that takes nothing else away); and do the daily work elsewhere.
BEGIN NOT ATOMIC
  DECLARE done INT DEFAULT FALSE;
  DECLARE t VARCHAR(64);
  DECLARE host VARCHAR(20);
  DECLARE tables_here CURSOR FOR
    SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' AND table_name <> 'flyway_schema_history';
  DECLARE CONTINUE HANDLER FOR NOT FOUND SET done = TRUE;
  OPEN tables_here;
  each_table: LOOP
    FETCH tables_here INTO t;
    IF done THEN LEAVE each_table; END IF;
    SET @rights = CASE
      WHEN t IN ('entry', 'entry_personal', 'entry_pending', 'entry_number', 'entry_subtree', 'entry_root', 'seal', 'erasure', 'erasure_answer', 'key_change') THEN 'SELECT, INSERT'
      ELSE 'SELECT, INSERT, UPDATE, DELETE' END;
    EXECUTE IMMEDIATE CONCAT('GRANT ', @rights, ' ON `', DATABASE(), '`.`', t, '` TO earnest_run@''127.0.0.1''');
    EXECUTE IMMEDIATE CONCAT('GRANT ', @rights, ' ON `', DATABASE(), '`.`', t, '` TO earnest_run@''localhost''');
  END LOOP;
  CLOSE tables_here;
  EXECUTE IMMEDIATE CONCAT('GRANT SELECT ON `', DATABASE(), '`.erasable TO earnest_run@''127.0.0.1''');
  EXECUTE IMMEDIATE CONCAT('GRANT SELECT ON `', DATABASE(), '`.erasable TO earnest_run@''localhost''');
  EXECUTE IMMEDIATE CONCAT('GRANT EXECUTE ON PROCEDURE `', DATABASE(), '`.erase_personal TO earnest_run@''127.0.0.1''');
  EXECUTE IMMEDIATE CONCAT('GRANT EXECUTE ON PROCEDURE `', DATABASE(), '`.erase_personal TO earnest_run@''localhost''');
  EXECUTE IMMEDIATE CONCAT('GRANT EXECUTE ON PROCEDURE `', DATABASE(), '`.forget_numbered TO earnest_run@''127.0.0.1''');
  EXECUTE IMMEDIATE CONCAT('GRANT EXECUTE ON PROCEDURE `', DATABASE(), '`.forget_numbered TO earnest_run@''localhost''');
END;
