# Where things are and on which ports; every value can be changed from the environment.

# Of the machine's memory an eighth, in MB, for the rows that the database keeps at hand; within what makes sense.
database_memory() {
    awk '/^MemTotal/ { mb = int($2 / 8192); print (mb < 128 ? 128 : mb > 4096 ? 4096 : mb) }' /proc/meminfo
}

: "${EARNEST_HOME:=$CHECKOUT/.earnest}"
: "${EARNEST_PORT:=8080}"
: "${EARNEST_STANDINS_PORT:=8090}"
: "${EARNEST_DB_PORT:=3307}"
: "${EARNEST_LDAP_PORT:=3890}"
: "${EARNEST_LDAPS_PORT:=3636}"
: "${EARNEST_REPLICA_PORT:=3891}"
: "${EARNEST_SMTP_PORT:=2525}"
: "${EARNEST_IMAP_PORT:=2143}"
: "${EARNEST_STORES_PORT:=3308}"
: "${EARNEST_HEAP:=512m}"
: "${EARNEST_DB_MEMORY:=$(database_memory)}"
export EARNEST_HOME EARNEST_PORT EARNEST_STANDINS_PORT EARNEST_DB_PORT EARNEST_LDAP_PORT EARNEST_LDAPS_PORT EARNEST_REPLICA_PORT EARNEST_SMTP_PORT EARNEST_IMAP_PORT EARNEST_STORES_PORT

java_home() {
    local candidate
    for candidate in "${JAVA_HOME:-}" "$(dirname "$(dirname "$(readlink -f "$(command -v java || true)")")")" \
        /usr/lib/jvm/*25* /opt/*jdk*25* /opt/java/*25* "$HOME"/.sdkman/candidates/java/25*; do
        if [ -x "$candidate/bin/javac" ] && grep -qs '^JAVA_VERSION="25' "$candidate/release"; then
            printf '%s' "$candidate"
            return
        fi
    done
    fail "Earnest needs a JDK 25 and found none. Install one (any distribution of JDK 25) and set JAVA_HOME to it."
}

with_java() {
    local home
    home=$(java_home)
    (cd "$CHECKOUT" && JAVA_HOME="$home" PATH="$home/bin:$PATH" "$@")
}

shown_path() { printf '%s' "${1/#$CHECKOUT\//}"; }
