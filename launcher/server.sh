# Earnest itself.
server_up() {
    running server && return
    free_port "$EARNEST_PORT" EARNEST_PORT "Earnest"
    (umask 077; server_properties >"$EARNEST_HOME/server.properties")
    unpack_server
    # The archive of loaded classes is made when the server ends for the first time and shortens every later start.
    # shellcheck disable=SC2086
    start server "$(java_home)/bin/java" "-Xmx$EARNEST_HEAP" -XX:+UseSerialGC \
        -XX:+AutoCreateSharedArchive "-XX:SharedArchiveFile=$EARNEST_HOME/run/server.jsa" -Xlog:cds=off -Xlog:cds+dynamic=off \
        -jar "$EARNEST_HOME/server/earnest-server-0.1.0-app.jar" --spring.config.additional-location="file:$EARNEST_HOME/server.properties"
    wait_for server 90 curl -sf "http://127.0.0.1:$EARNEST_PORT/api/health"
    # The people of the demo are copied from the directory after the start.
    wait_for server 90 demo_is_ready
}

demo_is_ready() { curl -sf "http://127.0.0.1:$EARNEST_PORT/api/demo" | grep -q '"ready":true'; }

# Jars beside each other load faster than jars within a jar.
unpack_server() {
    local to="$EARNEST_HOME/server"
    [ -d "$to" ] && [ ! "$SERVER_JAR" -nt "$to" ] && return
    rm -rf "$to" "$to.new" "$EARNEST_HOME/run/server.jsa"
    "$(java_home)/bin/java" -Djarmode=tools -jar "$SERVER_JAR" extract --destination "$to.new"
    mv "$to.new" "$to"
    touch "$to"
}

server_properties() {
    cat <<EOF
server.port=$EARNEST_PORT
earnest.database.url=jdbc:mariadb://127.0.0.1:$EARNEST_DB_PORT/earnest
earnest.database.run-password=$(secret db-run)
earnest.database.migrate-password=$(secret db-migrate)
earnest.keys.folder=$EARNEST_HOME/keys
earnest.record.witness-file=$EARNEST_HOME/witness/seals.txt
earnest.directory.servers[0].name=provider
earnest.directory.servers[0].url=ldap://127.0.0.1:$EARNEST_LDAP_PORT
earnest.directory.servers[1].name=replica
earnest.directory.servers[1].url=ldap://127.0.0.1:$EARNEST_REPLICA_PORT
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
