# Starting and ending what runs beside the launcher. Only what was started here is ever ended.

# One launcher at a time in one home; the lock goes with the process.
one_at_a_time() {
    exec 9>"$EARNEST_HOME/.lock"
    flock -w 120 9 || fail "Another ./earnest is at work in $(shown_path "$EARNEST_HOME"). Try again when it is done."
}

started_at() { awk '{print $22}' "/proc/$1/stat" 2>/dev/null || true; }

running() {
    local file="$EARNEST_HOME/run/$1.pid" pid
    [ -s "$file" ] || return 1
    read -r pid <"$file"
    # The start time guards against a pid that now belongs to somebody else.
    [ -d "/proc/$pid" ] && [ "$(started_at "$pid")" = "$(cat "$EARNEST_HOME/run/$1.since")" ] \
        && ! grep -q '^State:.*Z' "/proc/$pid/status" 2>/dev/null
}

# start NAME COMMAND...: in the background, its output in logs/NAME.log
start() {
    local name=$1
    shift
    mkdir -p "$EARNEST_HOME/run" "$EARNEST_HOME/logs"
    setsid "$@" >>"$EARNEST_HOME/logs/$name.log" 2>&1 </dev/null 9>&- &
    echo $! >"$EARNEST_HOME/run/$name.pid"
    started_at $! >"$EARNEST_HOME/run/$name.since"
}

stop() {
    local name=$1 pid waited=0
    if running "$name"; then
        read -r pid <"$EARNEST_HOME/run/$name.pid"
        kill "$pid" 2>/dev/null || true
        while running "$name"; do
            sleep 0.1
            waited=$((waited + 1))
            if [ $waited -gt 200 ]; then kill -9 "$pid" 2>/dev/null || true; fi
        done
    fi
    rm -f "$EARNEST_HOME/run/$name.pid" "$EARNEST_HOME/run/$name.since"
}

# wait_for NAME SECONDS CHECK...: until the check succeeds, while the process lives
wait_for() {
    local name=$1 seconds=$2 tries=0
    shift 2
    until "$@" >/dev/null 2>&1; do
        if ! running "$name"; then
            tail -n 20 "$EARNEST_HOME/logs/$name.log"
            fail "'$name' ended while starting. Its log: $(shown_path "$EARNEST_HOME/logs/$name.log")"
        fi
        tries=$((tries + 1))
        [ $tries -gt $((seconds * 10)) ] && fail "'$name' did not answer within $seconds s. Its log: $(shown_path "$EARNEST_HOME/logs/$name.log")"
        sleep 0.1
    done
}

# free_port PORT VARIABLE WHAT
free_port() {
    if (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; then
        fail "Port $1 for $3 is taken by another program. Choose another: $2=... ./earnest up"
    fi
}

stay() {
    while running server && running database && { is_empty || { running standins && running directory && running replica; }; }; do
        sleep 1 9>&- &
        wait $!
    done
    say "One of the parts ended by itself: ./earnest status tells which, the logs are in $(shown_path "$EARNEST_HOME/logs")."
    everything_down
    exit 1
}

check_shell() { bash -n "$CHECKOUT/earnest" "$CHECKOUT"/launcher/*.sh; }
