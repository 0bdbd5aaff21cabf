# A private MariaDB in EARNEST_HOME/database.
database_up() {
    running database && return
    free_port "$EARNEST_DB_PORT" EARNEST_DB_PORT "the database"
    mariadb_up database "$EARNEST_DB_PORT" database_init \
        --innodb-buffer-pool-size="${EARNEST_DB_MEMORY}M" --max-connections=200
    wait_for database 60 database_answers
    rm -f "$EARNEST_HOME/run/database.sql"
}

# mariadb_up NAME PORT INIT OPTION...: a server of its own, its data in EARNEST_HOME/NAME; INIT writes what it begins with.
mariadb_up() {
    local name=$1 port=$2 init=$3 data="$EARNEST_HOME/$1" as_root=()
    shift 3
    [ "$(id -u)" -eq 0 ] && as_root=(--user=root)
    # One that starts, or is made, throws away what another left in the same place, or still needs there.
    mkdir -p "$EARNEST_HOME/run/tmp-$name"
    if [ ! -d "$data" ]; then
        # Made aside and renamed when whole, so that a half-made one is never found.
        rm -rf "$data.new"
        TMPDIR="$EARNEST_HOME/run/tmp-$name" mariadb-install-db --no-defaults --datadir="$data.new" --skip-test-db \
            --auth-root-authentication-method=normal --innodb-log-file-size=16M "${as_root[@]}"
        mv "$data.new" "$data"
    fi
    (umask 077; "$init" >"$EARNEST_HOME/run/$name.sql")
    start "$name" mariadbd --no-defaults --datadir="$data" --socket="$(database_socket "$name")" \
        --pid-file="$EARNEST_HOME/run/$name.mariadbd" --tmpdir="$EARNEST_HOME/run/tmp-$name" --bind-address=127.0.0.1 --port="$port" \
        --skip-name-resolve --character-set-server=utf8mb4 --collation-server=utf8mb4_uca1400_ai_ci \
        --innodb-log-file-size=16M --init-file="$EARNEST_HOME/run/$name.sql" "$@" "${as_root[@]}"
}

# A socket path is limited to 107 bytes, so it does not stand below a deep home.
database_socket() { printf '/tmp/earnest-%s.sock' "$(printf '%s' "$EARNEST_HOME $1" | md5sum | cut -c1-12)"; }

database_answers() {
    MYSQL_PWD=$(secret db-run) mariadb --no-defaults -h 127.0.0.1 -P "$EARNEST_DB_PORT" -u earnest_run earnest -e 'select 1'
}

# One statement a line: the server reads the file so, and starts even when a line is wrong.
database_init() {
    local host user
    echo "CREATE DATABASE IF NOT EXISTS earnest;"
    for host in 127.0.0.1 localhost; do
        echo "CREATE USER IF NOT EXISTS earnest_migrate@'$host';"
        echo "ALTER USER earnest_migrate@'$host' IDENTIFIED BY '$(secret db-migrate)';"
        echo "GRANT ALL ON \`earnest%\`.* TO earnest_migrate@'$host' WITH GRANT OPTION;"
        for user in run seal erase; do
            echo "CREATE USER IF NOT EXISTS earnest_$user@'$host';"
            echo "ALTER USER earnest_$user@'$host' IDENTIFIED BY '$(secret "db-$user")';"
            echo "GRANT USAGE ON earnest.* TO earnest_$user@'$host';"
        done
    done
    echo "GRANT CREATE TEMPORARY TABLES ON earnest.* TO earnest_run@'127.0.0.1';"
    only_roots db-root
}

# only_roots SECRET: a fresh server has some without a password for several hosts, and perhaps nameless users.
only_roots() {
    local host
    for host in 127.0.0.1 localhost; do
        echo "CREATE USER IF NOT EXISTS root@'$host';"
        echo "GRANT ALL ON *.* TO root@'$host' WITH GRANT OPTION;"
        echo "ALTER USER root@'$host' IDENTIFIED BY '$(secret "$1")';"
    done
    echo "DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host NOT IN ('127.0.0.1', 'localhost'));"
    echo "FLUSH PRIVILEGES;"
}

# Brings the tables to the version of the server, with a password that the server itself never has. Done once a build.
migrate_database() {
    local stamp="$EARNEST_HOME/database/earnest-migrated" by
    by=$(stat -c '%s %Y' "$SERVER_JAR")
    [ "$(cat "$stamp" 2>/dev/null)" != "$by" ] || return 0
    EARNEST_DATABASE_URL="jdbc:mariadb://127.0.0.1:$EARNEST_DB_PORT/earnest" EARNEST_MIGRATE_PASSWORD="$(secret db-migrate)" \
        "$(java_home)/bin/java" -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -cp "$EARNEST_HOME/server/$(basename "$SERVER_JAR")" earnest.Migrate
    printf '%s' "$by" >"$stamp"
}

database_down() { stop database; rm -f "$(database_socket database)"; }
