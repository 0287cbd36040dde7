#!/usr/bin/env bash
# npm start: the app without demo data. DATABASE_URL, PORT and HOST are taken from the environment.
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages
ensure_database
ensure_web
ensure_server
start_server
echo "Brendik is at $ADDRESS   (Ctrl-C stops it)"
wait -n "${CHILDREN[@]}" || true
