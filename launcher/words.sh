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
        cat "$log.step" >>"$log"
        say "All that it said: $(shown_path "$log.step")" >&2
        fail "The step '$words' did not work: $(cause_of "$log.step")"
    fi
    after=$(date +%s%N)
    cat "$log.step" >>"$log"
    printf '%5.1f s\n' "$(((after - before) / 100000000))e-1"
}

# cause_of LOG: in one line, why what wrote it failed. Maven says the cause somewhere before its own stack and advice;
# what a program within the build said last, before Maven speaks of it, is nearer to the cause than what Maven says.
cause_of() {
    awk '
        { gsub(/\033\[[0-9;]*m/, ""); sub(/[ \t\r]+$/, "") }
        /^[ \t]*at [A-Za-z0-9_.$\/]+\(/ || /^[ \t]*\.\.\. [0-9]+ (more|common frames)/ || $0 == "" { next }
        /^\[ERROR\] +(-> \[Help|To see the full|Re-run Maven|For more information|After correcting|mvn <args>|\[Help)/ || $0 == "[ERROR]" { next }
        /^\[(INFO|WARNING)\]/ { next }
        /^\[ERROR\] .*\.java:\[[0-9,]+\]/ && compiled == "" { compiled = substr($0, 9); next }
        /^\[ERROR\] Failed to execute goal/ { goal = substr($0, 9); sub(/ -> \[Help.*/, "", goal); next }
        /^\[ERROR\] Command execution failed/ || /^org\.apache\.commons\.exec/ { command = 1; next }
        /^\[ERROR\] / { if (maven == "") maven = substr($0, 9); next }
        !command { last = $0 }
        command { ending = $0 }
        END {
            if (compiled != "") print compiled
            else if (command && last != "") print last
            else if (maven != "") print maven
            else if (goal != "") print goal
            else if (last != "") print last
            else if (ending != "") print ending
            else print "it said nothing"
        }' "$1"
}

say_where() {
    if is_empty; then
        cat <<EOF

Earnest is up, and nobody works here yet.
  The desk           http://localhost:$EARNEST_PORT
  Its first steward  ./earnest steward invite LOGIN 'FULL NAME'
EOF
        return
    fi
    cat <<EOF

Earnest is up.
  The desk           http://localhost:$EARNEST_PORT
  The switchboard    http://127.0.0.1:$EARNEST_STANDINS_PORT/switchboard   makes the desk's phone ring
  The pockets        http://127.0.0.1:$EARNEST_STANDINS_PORT/pockets       people's phones
  Shore cloud        http://127.0.0.1:$EARNEST_STANDINS_PORT/cloud         a service with accounts of its own

Demo sign-ins (the password of each: $(cat "$EARNEST_HOME/secrets/demo-sign-in"); six digits more are in their pockets)
  tove.rask          analyst
  jonas.lie          analyst
  ravi.anand         their lead, may lift what a 'no' stopped, with a second person
  elif.hartono       auditor, reads the record
  maren.holt         steward, may ask to erase what names a person, and change the sealing key
EOF
}

# What a part was given of the machine when it started.
has() {
    case $1 in
        database) printf ', keeps up to %sB of its rows at hand' "$(started_with database --innodb-buffer-pool-size=)" ;;
        server) printf ', heap up to %s' "$(started_with server -Xmx)" ;;
    esac
}

# What stands behind a word in the command of a part that runs.
started_with() { tr '\0' '\n' <"/proc/$(cat "$EARNEST_HOME/run/$1.pid")/cmdline" | awk -v word="$2" 'index($0, word) == 1 { print substr($0, length(word) + 1); exit }'; }

status() {
    local part
    local parts="database directory replica stores standins server"
    if is_empty; then parts="database server"; fi
    for part in $parts; do
        if running "$part"; then
            say "$(printf '%-10s' "$part") runs, pid $(cat "$EARNEST_HOME/run/$part.pid")$(has "$part")"
        else
            say "$(printf '%-10s' "$part") does not run"
        fi
    done
    if running server; then say_where; fi
}
