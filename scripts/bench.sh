#!/usr/bin/env bash
# npm run bench [-- --json]: figures, as ratios where a ratio says more.
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages
ensure_database
ensure_web
ensure_server
node --import tsx scripts/bench.ts "$@"
