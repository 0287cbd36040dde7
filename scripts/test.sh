#!/usr/bin/env bash
# npm test: every check. npm run check: the static ones and the tests that a change touches. Installs what is missing first; the last line is "N passed, N failed".
set -euo pipefail
. "$(dirname "${BASH_SOURCE[0]}")/lib.sh"
stop_on_signals
check_node
ensure_packages

# The whole browser, and the lean one without a window that most tests run in; where that is not to be had the whole one does it all.
ensure_browser() {
  CHROMIUM="${CHROMIUM:-$(command -v chromium || true)}"
  if [ -z "$CHROMIUM" ]; then
    say "Chromium is missing: installing Debian's packages chromium and chromium-headless-shell with apt-get, for the browser tests"
    install_packages chromium \
      || { echo "Chromium cannot be installed here. Install it (apt-get install chromium) or set CHROMIUM." >&2; exit 1; }
    install_packages chromium-headless-shell || true
    CHROMIUM="$(command -v chromium)"
  fi
  LEAN_CHROMIUM="${LEAN_CHROMIUM:-$(command -v chromium-headless-shell || echo "$CHROMIUM")}"
  export CHROMIUM LEAN_CHROMIUM
}
install_packages() {
  local sudo=""; [ "$(id -u)" = 0 ] || sudo="sudo -n"
  { $sudo apt-get install -y --no-install-recommends "$1" || { $sudo apt-get update && $sudo apt-get install -y --no-install-recommends "$1"; }; } >&2
}

ensure_database
if [ "${1:-}" != --changed ]; then
  ensure_browser
  ensure_web
  ensure_server
fi
node --import tsx scripts/runChecks.ts "$@"
