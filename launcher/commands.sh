# Commands of the core, and of the record. The first needs no server: a slim class path, and a class
# archive that the first run writes.
CLI_JAR="$CHECKOUT/cli/target/earnest-cli-0.1.0.jar"
CORE_JAR="$CHECKOUT/core/target/earnest-core-0.1.0.jar"

core_command() {
    if [ ! -f "$CLI_JAR" ] || [ ! -f "$CORE_JAR" ] ||
        [ -n "$(find "$CHECKOUT"/{core,cli}/{pom.xml,src/main} -newer "$CLI_JAR" -print -quit)" ]; then
        with_java mvn -B -ntp -q package -DskipTests -pl core,cli >&2
        touch "$CLI_JAR"
    fi
    mkdir -p "$EARNEST_HOME/run"
    EARNEST_URL="${EARNEST_URL:-http://localhost:$EARNEST_PORT}" exec "$(java_home)/bin/java" -Xmx192m -XX:+UseSerialGC \
        -XX:+AutoCreateSharedArchive -XX:SharedArchiveFile="$EARNEST_HOME/run/cli.jsa" \
        -Xlog:cds=off -Xlog:cds+dynamic=off -cp "$CLI_JAR:$CORE_JAR" earnest.cli.Main "$@"
}
