# Earnest itself.
server_up() {
    running server && return
    local command
    free_port "$EARNEST_PORT" EARNEST_PORT "Earnest"
    (umask 077; server_properties >"$EARNEST_HOME/server.properties")
    mapfile -t command < <(server_command)
    start server "${command[@]}"
    wait_for server 90 curl -sf "http://127.0.0.1:$EARNEST_PORT/api/health"
    # The people of the demo are copied from the directory after the start.
    wait_for server 90 demo_is_ready
}

SERVER_CACHE="$EARNEST_HOME/server/classes.aot"

# One word a line. The options that the cache depends on are the same for every start, or the JVM would not take it.
server_command() {
    server_java
    [ ! -f "$SERVER_CACHE" ] || echo "-XX:AOTCache=$SERVER_CACHE"
    server_program
}

server_java() { printf '%s\n' "$(java_home)/bin/java" "-Xmx$EARNEST_HEAP" -XX:+UseSerialGC -Xlog:aot=off -Xlog:cds=off; }

server_program() {
    printf '%s\n' -jar "$EARNEST_HOME/server/earnest-server-0.1.0-app.jar" \
        "--spring.config.additional-location=file:$EARNEST_HOME/server.properties"
}

# Loaded and linked classes, kept for every later start, which then takes half as long (JEP 483, 514). The JVM would also
# write them at the server's end; but that is half a minute in which somebody waits for 'down'.
learn_quick_start() {
    unpack_server
    migrate_database
    [ ! -f "$SERVER_CACHE" ] || return 0
    running server && return
    local java program recorded="$SERVER_CACHE.recorded" log="$EARNEST_HOME/logs/quick-start.log"
    (umask 077; server_properties >"$EARNEST_HOME/server.properties")
    mkdir -p "$EARNEST_HOME/logs"
    mapfile -t java < <(server_java)
    mapfile -t program < <(server_program)
    # It ends by itself when all its parts are made, before it would listen.
    if "${java[@]}" -XX:AOTMode=record "-XX:AOTConfiguration=$recorded" -Dspring.context.exit=onRefresh "${program[@]}" >"$log" 2>&1 \
        && "${java[@]}" -XX:AOTMode=create "-XX:AOTConfiguration=$recorded" "-XX:AOTCache=$SERVER_CACHE.new" "${program[@]}" >>"$log" 2>&1; then
        mv "$SERVER_CACHE.new" "$SERVER_CACHE"
    else
        echo "not learned, so starts stay slow; why: $(shown_path "$log")"
    fi
    rm -f "$recorded"
}

demo_is_ready() { curl -sf "http://127.0.0.1:$EARNEST_PORT/api/demo" | grep -q '"ready":true'; }

# Jars beside each other load faster than jars within a jar.
unpack_server() {
    local to="$EARNEST_HOME/server"
    [ -d "$to" ] && [ ! "$SERVER_JAR" -nt "$to" ] && return
    rm -rf "$to" "$to.new"
    "$(java_home)/bin/java" -Djarmode=tools -jar "$SERVER_JAR" extract --destination "$to.new"
    mv "$to.new" "$to"
    touch "$to"
}

server_properties() {
    cat <<EOF
server.port=$EARNEST_PORT
earnest.database.url=jdbc:mariadb://127.0.0.1:$EARNEST_DB_PORT/earnest
earnest.database.run-password=$(secret db-run)
earnest.database.seal-password=$(secret db-seal)
earnest.database.erase-password=$(secret db-erase)
earnest.keys.folder=$EARNEST_HOME/keys
earnest.record.witness-file=$EARNEST_HOME/witness/seals.txt
earnest.directory.servers[0].name=provider
earnest.directory.servers[0].url=ldaps://127.0.0.1:$EARNEST_LDAPS_PORT
earnest.directory.servers[0].certificate=$EARNEST_HOME/tls/directory.pem
earnest.directory.servers[1].name=replica
earnest.directory.servers[1].url=ldap://127.0.0.1:$EARNEST_REPLICA_PORT
earnest.directory.servers[1].start-tls=true
earnest.directory.servers[1].certificate=$EARNEST_HOME/tls/directory.pem
earnest.directory.bind-password=$(secret ldap-earnest)
earnest.text-gateway.url=http://127.0.0.1:$EARNEST_STANDINS_PORT/gateway
earnest.text-gateway.token=$(secret gateway-token)
earnest.line.url=http://127.0.0.1:$EARNEST_STANDINS_PORT/switchboard
earnest.line.token=$(secret line-token)
earnest.demo.enabled=true
earnest.demo.folder=$EARNEST_HOME/world
earnest.demo.sign-in-password=$(secret demo-sign-in)
earnest.demo.standins-url=http://127.0.0.1:$EARNEST_STANDINS_PORT
EOF
}

server_down() { stop server; }
