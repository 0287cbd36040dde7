#!/usr/bin/env bash
# npm run torture [moments] [seed]: a visit is recorded while tabs, browser, network, server and database die at random moments (500 unless said).
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages
ensure_database
# A PostgreSQL that was started for this and for nothing else is stopped as well.
[ -z "$STARTED_DB" ] || export STOP_POSTGRES=1
ensure_web
ensure_server
export MOMENTS="${1:-500}" SEED="${2:-20261126}"
node_modules/.bin/playwright test -c e2e/playwright.config.ts --reporter=line torture.spec.ts
