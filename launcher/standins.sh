# The outside world in small: switchboard, text gateway, pockets.
standins_class_path() { printf '%s' "$CHECKOUT/standins/target/earnest-standins-0.1.0.jar:$CHECKOUT/standins/target/lib/*"; }

standins_up() {
    running standins && return
    free_port "$EARNEST_STANDINS_PORT" EARNEST_STANDINS_PORT "the stand-ins"
    free_port "$EARNEST_SMTP_PORT" EARNEST_SMTP_PORT "the mail stand-in"
    free_port "$EARNEST_IMAP_PORT" EARNEST_IMAP_PORT "the mail stand-in"
    start standins "$(java_home)/bin/java" -Xmx128m -XX:TieredStopAtLevel=1 -cp "$(standins_class_path)" \
        earnest.standins.Main "$EARNEST_STANDINS_PORT" "$EARNEST_HOME" \
        "http://localhost:$EARNEST_PORT" "ldap://127.0.0.1:$EARNEST_LDAP_PORT" "$EARNEST_SMTP_PORT" "$EARNEST_IMAP_PORT"
    wait_for standins 30 curl -sf "http://127.0.0.1:$EARNEST_STANDINS_PORT/health"
}

standins_down() { stop standins; }
