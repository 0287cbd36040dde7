#!/usr/bin/env bash
# npm run demo: everything from a fresh machine to a running app with demo data and simulated instruments. Ctrl-C stops it all.
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages
ensure_database
ensure_web
ensure_server
# A key for the simulated instruments, new at every start, and the demo's one-click door.
BRENDIK_KEY="$(node -p 'crypto.randomBytes(24).toString("base64url")')"
export BRENDIK_KEY BRENDIK_DEMO=1
say "migrating and loading demo data"
node --import tsx apps/server/src/demo/loadDemo.ts
start_server
node --import tsx apps/rig/src/main.ts --server "$ADDRESS" & CHILDREN+=($!)
echo
echo "Brendik is at $ADDRESS   (Ctrl-C stops it)"
wait -n "${CHILDREN[@]}" || true
