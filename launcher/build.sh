# The packed jars; built anew when any source is younger than they are.
SERVER_JAR="$CHECKOUT/server/target/earnest-server-0.1.0-app.jar"

build() {
    if [ -f "$SERVER_JAR" ] && [ -d "$CHECKOUT/standins/target/lib" ] && ! sources_younger_than "$SERVER_JAR"; then
        echo "nothing changed since the last build"
        return
    fi
    # The jar is what says that the build is whole, so it goes first.
    rm -f "$SERVER_JAR"
    with_java mvn -B -ntp -q package -DskipTests -pl core,cli,connectors,web,standins,testkit,server
}

sources_younger_than() {
    [ -n "$(find "$CHECKOUT/pom.xml" "$CHECKOUT"/{core,cli,connectors,server,standins}/{pom.xml,src/main} \
        "$CHECKOUT"/web/{pom.xml,src,public,index.html,package.json,package-lock.json,install-packages.mjs,vite.config.ts} \
        -newer "$1" -print -quit 2>/dev/null)" ]
}
