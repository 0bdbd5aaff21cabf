# Random values of this installation, each in a file of mode 600. None is ever printed but the demo's sign-in.
secret() { cat "$EARNEST_HOME/secrets/$1"; }

make_secrets() {
    local name
    mkdir -p "$EARNEST_HOME/secrets" "$EARNEST_HOME/keys"
    chmod 700 "$EARNEST_HOME/secrets" "$EARNEST_HOME/keys"
    for name in db-root db-migrate db-run db-seal db-erase ldap-earnest ldap-replica ldap-root line-token gateway-token cloud-token lantern-secret machine-token stores-root stores-earnest; do
        [ -s "$EARNEST_HOME/secrets/$name" ] || new_secret "$name" "$(openssl rand -hex 24)"
    done
    # Easy to type, of no use outside the demo.
    [ -s "$EARNEST_HOME/secrets/demo-sign-in" ] || new_secret demo-sign-in "harbour-$(openssl rand -hex 4)"
}

new_secret() {
    (umask 077; printf '%s' "$2" >"$EARNEST_HOME/secrets/$1.new")
    mv "$EARNEST_HOME/secrets/$1.new" "$EARNEST_HOME/secrets/$1"
}
