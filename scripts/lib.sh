# Shared by the commands: each says what it does before it does it.
ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)"
cd "$ROOT"
say() { echo "· $*" >&2; }

check_node() {
  command -v node >/dev/null || { echo "Node.js 20.19 or newer is needed; it is not installed." >&2; exit 1; }
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' \
    || { echo "Node.js 20.19 or newer is needed, found $(node --version)." >&2; exit 1; }
}

# npm packages exactly as locked; skipped when the lock has not changed since.
ensure_packages() {
  local want; want="$(cksum < package-lock.json)"
  if [ "$(cat node_modules/.brendik-lock 2>/dev/null)" != "$want" ]; then
    say "installing npm packages as locked (npm ci)"
    npm ci --loglevel=error >&2
    echo "$want" > node_modules/.brendik-lock
  fi
}

# The web app, built again when a source is newer than the build.
ensure_web() {
  local built=apps/web/dist/index.html
  if [ ! -e "$built" ] || [ -n "$(find apps/web/src apps/web/public apps/web/index.html apps/web/vite.config.ts packages/core/src packages/words/src package-lock.json -newer "$built" -print -quit)" ]; then
    say "building the web app"
    (cd apps/web && ../../node_modules/.bin/vite build --logLevel error >&2)
  fi
}

# The server as one script, put together again when a source is newer.
ensure_server() {
  local built=apps/server/dist/main.mjs
  if [ ! -e "$built" ] || [ -n "$(find apps/server/src apps/server/build.ts packages/core/src packages/words/src package-lock.json -newer "$built" -print -quit)" ]; then
    say "putting the server together"
    node --import tsx apps/server/build.ts >&2
  fi
}

# DATABASE_URL from outside wins; else the project's own PostgreSQL is started, and stopped at the end if it was we who started it.
# DATABASE_URL is who owns the tables and migrates, SERVER_DATABASE_URL who serves; without the second one the first does both.
STARTED_DB=""
ensure_database() {
  [ -z "${DATABASE_URL:-}" ] || { say "using the database of DATABASE_URL"; return; }
  if ! DATABASE_URL="$(bash scripts/db.sh status 2>/dev/null)"; then
    say "starting the project's PostgreSQL on loopback"
    STARTED_DB=1
    DATABASE_URL="$(bash scripts/db.sh start)"
  fi
  SERVER_DATABASE_URL="$(bash scripts/db.sh server-url)"
  export DATABASE_URL SERVER_DATABASE_URL
}

CHILDREN=()
stop_all() {
  trap "" INT TERM HUP
  local pid
  for pid in "${CHILDREN[@]}"; do kill -TERM "$pid" 2>/dev/null || true; done
  for pid in "${CHILDREN[@]}"; do wait "$pid" 2>/dev/null || true; done
  [ -z "$STARTED_DB" ] || bash scripts/db.sh stop || true
}
stop_on_signals() {
  trap stop_all EXIT
  trap 'exit 130' INT
  trap 'exit 143' TERM HUP
}

# Starts the server and waits until it answers; sets ADDRESS.
start_server() {
  local log; log="$(mktemp)"
  WEB_DIR=apps/web/dist node --enable-source-maps apps/server/dist/main.mjs >"$log" 2>&1 &
  local pid=$!
  CHILDREN+=("$pid")
  for _ in $(seq 1 150); do
    ADDRESS="$(sed -n 's/^listening on //p' "$log")"
    [ -z "$ADDRESS" ] || { rm -f "$log"; return 0; }
    kill -0 "$pid" 2>/dev/null || break
    sleep 0.1
  done
  cat "$log" >&2; rm -f "$log"
  echo "the server did not start" >&2
  exit 1
}
