# What the machine must have. Debian's packages are installed; a JDK and Node are asked for.
need_packages() {
    local missing=() pair
    for pair in slapd:/usr/sbin/slapd ldap-utils:/usr/bin/ldapsearch mariadb-server:/usr/sbin/mariadbd \
        mariadb-client:/usr/bin/mariadb chromium:/usr/bin/chromium maven:/usr/bin/mvn curl:/usr/bin/curl openssl:/usr/bin/openssl; do
        [ -x "${pair#*:}" ] || command -v "$(basename "${pair#*:}")" >/dev/null || missing+=("${pair%%:*}")
    done
    java_home >/dev/null
    if ! command -v node >/dev/null || [ "$(node -p 'process.versions.node.split(".")[0]')" -lt 20 ]; then
        fail "Earnest needs Node 20 or newer with npm and found none. Install it and put it on the PATH."
    fi
    [ ${#missing[@]} -eq 0 ] && return
    local install="apt-get update && apt-get install -y --no-install-recommends ${missing[*]}"
    local root=""
    if [ "$(id -u)" -ne 0 ]; then
        if sudo -n true 2>/dev/null; then root="sudo"; else
            fail "These packages are missing: ${missing[*]}. Install them as root, then run this again: $install"
        fi
    fi
    # Debian would start its own directory server on installing; Earnest starts its own instead.
    $root mkdir -p /etc/ldap
    [ -x /usr/sbin/slapd ] || $root touch /etc/ldap/noslapd
    $root apt-get -o DPkg::Lock::Timeout=900 update
    $root env DEBIAN_FRONTEND=noninteractive RUNLEVEL=1 \
        apt-get -o DPkg::Lock::Timeout=900 install -y --no-install-recommends "${missing[@]}"
}
