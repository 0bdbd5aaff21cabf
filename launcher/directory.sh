# Two slapd servers, a provider and its replica, in EARNEST_HOME/directory, filled by the demo's generator.
SUFFIX="dc=brackwater,dc=example"

directory_up() {
    make_world
    make_certificate
    local home="$EARNEST_HOME/directory"
    write_slapd_conf provider "$home/provider"
    write_slapd_conf replica "$home/replica"
    fill_directory "$home/provider"
    if [ ! -d "$home/replica/data" ]; then
        slapcat -f "$home/provider/slapd.conf" >"$home/replica.ldif"
        fill_from "$home/replica" "$home/replica.ldif" -w
        rm -f "$home/replica.ldif"
    fi
    # The provider is asked over TLS from the first byte, the replica over StartTLS: both are shown so.
    slapd_up directory provider EARNEST_LDAP_PORT "ldaps://127.0.0.1:$EARNEST_LDAPS_PORT"
    slapd_up replica replica EARNEST_REPLICA_PORT ""
}

slapd_up() {
    local name=$1 kind=$2 variable=$3 secured=$4 port="${!3}"
    running "$name" && return
    free_port "$port" "$variable" "the $name"
    [ -z "$secured" ] || free_port "$EARNEST_LDAPS_PORT" EARNEST_LDAPS_PORT "the $name over TLS"
    start "$name" slapd -f "$EARNEST_HOME/directory/$kind/slapd.conf" -h "ldap://127.0.0.1:$port${secured:+ $secured}" -d 0
    wait_for "$name" 20 ldapwhoami -x -H "ldap://127.0.0.1:$port"
}

# Made for this installation; Earnest trusts this one alone.
make_certificate() {
    local tls="$EARNEST_HOME/tls"
    [ -f "$tls/directory.pem" ] && return
    mkdir -p "$tls"
    chmod 700 "$tls"
    (umask 077
     openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:P-256 -noenc -days 3650 -subj "/CN=Brackwater directory" \
         -addext "subjectAltName=IP:127.0.0.1,DNS:localhost" -keyout "$tls/directory.key" -out "$tls/directory.new" 2>"$tls/openssl.log" \
         || fail "The directory's certificate could not be made: $(tail -1 "$tls/openssl.log")"
     mv "$tls/directory.new" "$tls/directory.pem")
}

make_world() {
    local world="$EARNEST_HOME/world"
    [ -d "$world" ] && return
    rm -rf "$world.new"
    mkdir -p "$world.new"
    chmod 700 "$world.new"
    "$(java_home)/bin/java" -XX:TieredStopAtLevel=1 -cp "$(standins_class_path)" earnest.standins.world.MakeWorld \
        "$world.new" "$EARNEST_HOME/secrets/ldap-earnest" "$EARNEST_HOME/secrets/ldap-replica"
    mv "$world.new" "$world"
}

# From the project's own template; the secrets of this installation are put in here.
write_slapd_conf() {
    local kind=$1 home=$2
    mkdir -p "$home"
    chmod 700 "$home"
    (umask 077
     # One file, because what fills a directory aside changes the data's place in it.
     sed -e "/^include @HOME@\/database.conf/{r $CHECKOUT/standins/directory/database.conf
             d}" "$CHECKOUT/standins/directory/$kind.conf" \
         | sed -e "s|@HOME@|$home|g" -e "s|@CONF@|$CHECKOUT/standins/directory|g" -e "s|@SUFFIX@|$SUFFIX|g" \
               -e "s|@TLS@|$EARNEST_HOME/tls|g" \
               -e "s|@PROVIDER_PORT@|$EARNEST_LDAP_PORT|g" -e "s|@LDAPS_PORT@|$EARNEST_LDAPS_PORT|g" -e "s|@REPLICA_SECRET@|$(secret ldap-replica)|g" -e "s|@ROOT_SECRET@|$(secret ldap-root)|g" \
               >"$home/slapd.conf")
}

fill_directory() {
    local home=$1
    [ -d "$home/data" ] && return
    fill_from "$home" "$EARNEST_HOME/world/directory.ldif" -w
}

# Filled aside and renamed when whole.
fill_from() {
    local home=$1 ldif=$2
    shift 2
    rm -rf "$home/data.new"
    mkdir "$home/data.new"
    sed "s|$home/data\$|$home/data.new|" "$home/slapd.conf" >"$home/fill.conf"
    slapadd -q -f "$home/fill.conf" -l "$ldif" "$@"
    rm -f "$home/fill.conf"
    mv "$home/data.new" "$home/data"
}

directory_down() { stop replica; stop directory; }
