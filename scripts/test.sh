#!/usr/bin/env bash
# npm test: every check. npm run check: the static ones and the tests that a change touches. Installs what is missing first; the last line is "N passed, N failed".
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages

ensure_browser() {
  CHROMIUM="${CHROMIUM:-$(command -v chromium || true)}"
  if [ -z "$CHROMIUM" ]; then
    sudo=""; [ "$(id -u)" = 0 ] || sudo="sudo -n"
    say "Chromium is missing: installing Debian's package chromium with apt-get, for the browser tests"
    { $sudo apt-get install -y --no-install-recommends chromium || { $sudo apt-get update && $sudo apt-get install -y --no-install-recommends chromium; }; } >&2 \
      || { echo "Chromium cannot be installed here. Install it (apt-get install chromium) or set CHROMIUM." >&2; exit 1; }
    CHROMIUM="$(command -v chromium)"
  fi
  export CHROMIUM
}

ensure_database
if [ "${1:-}" != --changed ]; then
  ensure_browser
  ensure_web
fi
node --import tsx scripts/runChecks.ts "$@"
