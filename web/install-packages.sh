#!/usr/bin/env bash
# Installs the interface's packages when they differ from the lock. `npm ci` would refuse the lock that
# npm itself writes, for optional binaries of other platforms; that the lock stays as it is, is checked.
set -euo pipefail
cd "$(dirname "$0")"
stamp=node_modules/.earnest-lock
if [ -f "$stamp" ] && cmp -s package-lock.json "$stamp"; then exit 0; fi
before=$(md5sum package-lock.json)
npm install --no-progress --loglevel=error
if [ "$before" != "$(md5sum package-lock.json)" ]; then
    echo "package-lock.json did not fit package.json; npm changed it. Look at the change and commit it." >&2
    exit 1
fi
cp package-lock.json "$stamp"
