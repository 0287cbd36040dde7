#!/usr/bin/env bash
# npm run restore -- FILE: a file of npm run backup into a database that does not hold its workshops. DATABASE_URL names another database than the project's own.
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages
ensure_database
node --import tsx apps/server/src/archive/archiveCommand.ts restore "$@"
