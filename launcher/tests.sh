# Every check, and the long ones of which every day's checks are a sample.
run_tests() {
    mkdir -p "$EARNEST_HOME"
    step "What this machine needs" need_packages
    local code=0 without
    without=$(left_out)
    # What a former run left would be counted as this one's.
    rm -rf "$CHECKOUT"/*/target/surefire-reports
    # shellcheck disable=SC2086 # one word each
    with_java mvn -B -ntp verify $without || code=$?
    minutes_by_suite
    [ $code -eq 0 ] || return $code
    check_shell
}

# What is left out because somebody said so; never because it did not start.
left_out() {
    local name names="${EARNEST_WITHOUT:-}"
    for name in ${names//,/ }; do
        case $name in
            chromium) printf '%s\n' -Dearnest.without-journeys=true -Dearnest.without=chromium ;;
            mariadb | slapd) printf '%s\n' -Dearnest.without-ground=true -Dearnest.without-journeys=true ;;
            *) fail "EARNEST_WITHOUT names '$name'; it may name mariadb, slapd and chromium." ;;
        esac
        say "Left out, as EARNEST_WITHOUT says: what needs $name." >&2
    done
}

# The checks of the run that just ended, slowest first. What runs two at a time counts twice.
minutes_by_suite() {
    say ""
    say "Minutes of tests by suite (the server's run two at a time)"
    (cd "$CHECKOUT" && find core cli connectors web standins testkit server journeys bench -path '*/target/surefire-reports/TEST-*.xml' -exec \
        awk '/<testsuite / { match($0, / time="[0-9.,]+"/); took = substr($0, RSTART + 7, RLENGTH - 8); gsub(",", "", took)
                             split(FILENAME, at, "/"); printf "%s %s\n", at[1], took; nextfile }' {} +) \
        | awk '{ sum[$1] += $2; tests[$1]++ } END { for (part in sum) printf "%6.1f  %s, %d classes\n", sum[part] / 60, part, tests[part] }' \
        | sort -rn
}

# All cases; each that passed is written down, for these sources, and not run again.
bench_long() {
    local sources passed
    sources=$(cd "$CHECKOUT" && find pom.xml core cli connectors web standins testkit server journeys -type f \
        -not -path '*/target/*' -not -path '*/node_modules/*' -not -path '*/dist/*' -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16)
    passed="$EARNEST_HOME/long/$sources.passed"
    mkdir -p "$EARNEST_HOME/long"
    touch "$passed"
    say "$(wc -l <"$passed") cases of these sources have passed before; they are in $(shown_path "$passed")."
    with_java mvn -B -ntp verify -pl core,cli,connectors,web,standins,testkit,server,journeys -Dearnest.web.unchecked=true \
        "-Dearnest.long=$passed" -Dearnest.tries=3000 "-Dearnest.model.seeds=$RANDOM,$RANDOM" -Dearnest.model.steps=3000 \
        -Dtest='CrashTest,CrashElsewhereTest,SealCrashTest,JsonTest,ModelTest' -Dsurefire.failIfNoSpecifiedTests=false
    without_each_part "$passed"
    say "All cases passed: $(wc -l <"$passed")."
}

# Each part by which it is registered, and its folder below the code of its module.
PARTS="authenticator:server:checks/methods/authenticator call-back:server:checks/methods/callback
code-by-text:server:checks/methods/codebytext number-shown:server:checks/methods/numbershown
staff-fact:server:checks/methods/stafffact code-by-mail:server:checks/methods/codebymail link-by-text:server:checks/methods/linkbytext approver-link:server:checks/methods/managerslink
link-by-mail:server:checks/methods/linkbymail tap-approve:server:checks/methods/tap passkey:server:checks/methods/passkey
question:server:checks/methods/question starter-code:server:checks/methods/starter quiet-words:server:checks/methods/quiet approver:server:checks/methods/approver colleague:server:checks/methods/colleague badge:server:checks/methods/badge recovery-code:server:checks/methods/recovery
call:server:channels/call text:server:channels/text mail:server:channels/mail chat:server:chat mail-in:server:mailin ldap:connectors:connectors/ldap
scim:connectors:connectors/scim database:connectors:connectors/database"

# A part is a folder and its registration: without them the rest builds, and passes all tests that are not about the part.
without_each_part() {
    local passed="$1" part name module folder copy="$EARNEST_HOME/long/checkout"
    for part in $PARTS; do
        IFS=: read -r name module folder <<<"$part"
        grep -qx "without $name" "$passed" && continue
        rm -rf "$copy"
        mkdir -p "$copy"
        git -C "$CHECKOUT" ls-files -co --exclude-standard -z | tar -C "$CHECKOUT" --null -T - --ignore-failed-read -c | tar -C "$copy" -x
        ln -s "$CHECKOUT/web/node_modules" "$copy/web/node_modules"
        cp -r "$CHECKOUT/web/dist" "$copy/web/dist"
        rm -r "$copy/$module/src/main/java/earnest/$folder"
        rm -rf "$copy/server/src/test/java/earnest/$folder"
        # Of the kinds of systems, the registration is a line of a file.
        sed -i "/^earnest\\.${folder//\//\\.}\\./d" "$copy/connectors/src/main/resources/META-INF/services/earnest.connectors.SystemKind"
        (unset EARNEST_HOME && with_java mvn -B -ntp -f "$copy/pom.xml" verify -pl core,connectors,web,standins,testkit,server -Dexec.skip=true \
            -Dearnest.web.unchecked=true "-Dearnest.without=$name" -Dtest='!earnest.core.**,!earnest.standins.**' -Dsurefire.failIfNoSpecifiedTests=false)
        echo "without $name" >>"$passed"
    done
}
