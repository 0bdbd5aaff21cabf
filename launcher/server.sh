# Earnest itself.
server_up() {
    running server && return
    local command
    free_port "$EARNEST_PORT" EARNEST_PORT "Earnest"
    (umask 077; server_properties >"$EARNEST_HOME/server.properties")
    mapfile -t command < <(server_command)
    start server "${command[@]}"
    wait_for server 90 curl -sf "http://127.0.0.1:$EARNEST_PORT/api/health"
    is_empty && return
    set_up_organisation
    # The people of the demo are copied from the directory after that.
    wait_for server 90 demo_is_ready
}

# A home that was begun without the demo stays without it.
is_empty() { [ -f "$EARNEST_HOME/empty" ]; }

# steward invite LOGIN NAME [--again]: on this machine only, with the installation's own token.
steward_command() {
    local again=false answer code word words=()
    for word in "$@"; do
        if [ "$word" = --again ]; then again=true; else words+=("$word"); fi
    done
    [ ${#words[@]} -eq 3 ] && [ "${words[0]}" = invite ] && [ -n "${words[1]}" ] && [ -n "${words[2]}" ] \
        || fail "Say: ./earnest steward invite LOGIN 'FULL NAME' [--again]"
    set -- "${words[@]}"
    running server || fail "Earnest does not run. Start it first: ./earnest up --empty"
    # The token goes by standard input, so that no list of processes shows it.
    answer=$(printf 'header = "Authorization: Bearer %s"\n' "$(secret machine-token)" | curl -s -K - -H 'Content-Type: application/json' \
        --data "$(printf '{"login":"%s","name":"%s","again":%s}' "${2//[\"\\]/}" "${3//[\"\\]/}" "$again")" "http://127.0.0.1:$EARNEST_PORT/api/machine/stewards")
    code=$(sed -n 's/.*"code":"\([a-z0-9]*\)".*/\1/p' <<<"$answer")
    [ -n "$code" ] || fail "$(sed -n 's/.*"detail":"\([^"]*\)".*/\1/p' <<<"$answer")"
    say "$3 is a steward. Open http://localhost:$EARNEST_PORT/welcome, and choose a password with"
    say "  name  $2"
    say "  code  $(sed 's/...../& /g' <<<"$code")"
    say "within three days. The code works once; it is on the record that it was made here."
}

# The demo's steward sets the desk up over its API: once, and again where its systems answer elsewhere.
set_up_organisation() {
    local marker="$EARNEST_HOME/run/organisation" places="$EARNEST_LDAPS_PORT $EARNEST_REPLICA_PORT $EARNEST_STANDINS_PORT $EARNEST_STORES_PORT"
    running stores || set -- "$@" port-stores
    [ "$(cat "$marker" 2>/dev/null)" = "$places" ] && return
    mkdir -p "$EARNEST_HOME/logs"
    # shellcheck disable=SC2086 # four words
    "$(java_home)/bin/java" -Xmx64m -XX:TieredStopAtLevel=1 -cp "$(standins_class_path)" earnest.standins.organisation.SetUp \
        "http://localhost:$EARNEST_PORT" "$EARNEST_HOME" $places "$@" >"$EARNEST_HOME/logs/organisation.log" 2>&1 \
        || fail "The demo's organisation could not be set up: $(tail -1 "$EARNEST_HOME/logs/organisation.log")"
    echo "$places" >"$marker"
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
earnest.text-gateway.url=http://127.0.0.1:$EARNEST_STANDINS_PORT/gateway
earnest.text-gateway.token=$(secret gateway-token)
earnest.links.url=http://localhost:$EARNEST_PORT
earnest.mail.url=smtp://127.0.0.1:$EARNEST_SMTP_PORT
earnest.mail.from=Brackwater service desk <desk@brackwater.example>
earnest.line.url=http://127.0.0.1:$EARNEST_STANDINS_PORT/switchboard
earnest.line.token=$(secret line-token)
earnest.machine.token=$(secret machine-token)
EOF
    is_empty || cat <<EOF
earnest.mailbox.url=imap://127.0.0.1:$EARNEST_IMAP_PORT
earnest.mailbox.user=desk@brackwater.example
earnest.mailbox.password=desk@brackwater.example
earnest.demo.enabled=true
earnest.systems.loopback=true
earnest.demo.folder=$EARNEST_HOME/world
earnest.demo.sign-in-password=$(secret demo-sign-in)
earnest.demo.standins-url=http://127.0.0.1:$EARNEST_STANDINS_PORT
earnest.outside-tap.issuer=http://127.0.0.1:$EARNEST_STANDINS_PORT/lantern
earnest.outside-tap.client-id=earnest
earnest.outside-tap.client-secret=$(secret lantern-secret)
earnest.outside-tap.name=Lantern
earnest.outside-tap.group=lantern
earnest.demo.past-days=${EARNEST_DEMO_PAST_DAYS:-90}
EOF
}

server_down() { stop server; }
