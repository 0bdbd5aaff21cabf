# Measurements: everything on its own ground, ratios against a bare baseline in the same run.
bench() {
    with_java mvn -B -ntp -q package -DskipTests
    cd "$CHECKOUT" && "$(java_home)/bin/java" -Xmx512m -cp "$CHECKOUT/bench/target/earnest-bench-0.1.0.jar:$CHECKOUT/bench/target/lib/*" earnest.bench.Main "$@"
}
