# Port stores: a MariaDB server of the demo's organisation, whose accounts people sign in with. It is no part of Earnest.
stores_up() {
    running stores && return
    # A demo that was made before there was Port stores goes on without it, until --fresh.
    [ -f "$EARNEST_HOME/world/stores.sql" ] || return 0
    make_certificate
    free_port "$EARNEST_STORES_PORT" EARNEST_STORES_PORT "the database of Port stores"
    # Who guesses is blocked after ten wrong passwords in a row, until somebody lifts it.
    mariadb_up stores "$EARNEST_STORES_PORT" stores_init --innodb-buffer-pool-size=8M --max-connections=50 \
        --max-password-errors=10 --ssl-cert="$EARNEST_HOME/tls/directory.pem" --ssl-key="$EARNEST_HOME/tls/directory.key"
    wait_for stores 60 stores_answers
    rm -f "$EARNEST_HOME/run/stores.sql"
}

stores_answers() {
    MYSQL_PWD=$(secret stores-earnest) mariadb --no-defaults -h 127.0.0.1 -P "$EARNEST_STORES_PORT" -u earnest -e 'select 1'
}

# The rights that docs/systems.md says to grant; the people are the demo's, and stay as they were left.
stores_init() {
    echo "CREATE USER IF NOT EXISTS earnest@'127.0.0.1';"
    echo "ALTER USER earnest@'127.0.0.1' IDENTIFIED BY '$(secret stores-earnest)';"
    echo "GRANT CREATE USER ON *.* TO earnest@'127.0.0.1';"
    echo "GRANT SELECT, LOCK TABLES ON mysql.* TO earnest@'127.0.0.1';"
    cat "$EARNEST_HOME/world/stores.sql"
    only_roots stores-root
}

stores_down() { stop stores; rm -f "$(database_socket stores)"; }
