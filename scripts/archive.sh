#!/usr/bin/env bash
# npm run backup -- FILE: all workshops of the database into one file. npm run restore -- FILE: such a file into a database that does not hold its
# workshops. DATABASE_URL names another database than the project's own.
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages
ensure_database
node --import tsx apps/server/src/archive/archiveCommand.ts "$@"
