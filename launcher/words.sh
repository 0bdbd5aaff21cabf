# How the launcher speaks: each step with its time, failures with the next thing to do.
say() { printf '%s\n' "$*"; }
fail() { printf '%s\n' "$*" >&2; exit 1; }

# step WORDS FUNCTION...: runs it and says how long it took. What it prints goes to a log.
step() {
    local words=$1 log="$EARNEST_HOME/logs/up.log" before after code
    shift
    mkdir -p "$EARNEST_HOME/logs"
    before=$(date +%s%N)
    printf '%-32s' "$words"
    # Not in a condition: there the shell would go on after a failed command.
    set +e
    (set -e; "$@") >"$log.step" 2>&1
    code=$?
    set -e
    if [ $code -ne 0 ]; then
        printf 'did not work\n'
        tail -n 25 "$log.step" >&2
        fail "The step '$words' did not work. What it said is above and in $(shown_path "$log.step")."
    fi
    after=$(date +%s%N)
    cat "$log.step" >>"$log"
    printf '%5.1f s\n' "$(((after - before) / 100000000))e-1"
}

say_where() {
    cat <<EOF

Earnest is up.
  The desk           http://localhost:$EARNEST_PORT
  The switchboard    http://127.0.0.1:$EARNEST_STANDINS_PORT/switchboard   makes the desk's phone ring
  The pockets        http://127.0.0.1:$EARNEST_STANDINS_PORT/pockets       people's phones

Demo sign-ins (the password of each: $(cat "$EARNEST_HOME/secrets/demo-sign-in"))
  tove.rask          analyst
  jonas.lie          analyst
  elif.hartono       auditor, reads the record
  maren.holt         steward, may ask to erase what names a person, and change the sealing key
EOF
}

status() {
    local part
    for part in database directory replica standins server; do
        if running "$part"; then
            say "$(printf '%-10s' "$part") runs, pid $(cat "$EARNEST_HOME/run/$part.pid")"
        else
            say "$(printf '%-10s' "$part") does not run"
        fi
    done
    if running server; then say_where; fi
}
