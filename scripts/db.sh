#!/usr/bin/env bash
# A PostgreSQL of the project's own, on loopback.   db.sh start|stop|status|url
# Works as root (runs it as user postgres) and as a normal user; its data lie in .data/pg, or under /var/lib/postgresql when
# user postgres cannot enter the repository's folder.
set -euo pipefail
ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)"
NAME="$(printf %s "$ROOT" | cksum | cut -d' ' -f1)"
DB=brendik
WANT_PORT="${DB_PORT:-54329}"
TEMP="${TMPDIR:-/tmp}/brendik-pg-$NAME-$(id -u)"   # short: a socket path over 107 bytes fails
say() { echo "· $*" >&2; }

find_bin() {
  local d
  for d in $(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -rV) "$(dirname "$(command -v initdb 2>/dev/null || echo /none/x)")"; do
    [ -x "$d/initdb" ] && [ -x "$d/postgres" ] && { echo "$d"; return 0; }
  done
  return 1
}

install_postgres() {
  local sudo=""
  if [ "$(id -u)" != 0 ]; then
    if command -v sudo >/dev/null && sudo -n true 2>/dev/null; then sudo=sudo
    else echo "PostgreSQL is missing and only root can install it. Run: sudo apt-get install postgresql   then this command again." >&2; exit 1; fi
  fi
  say "PostgreSQL is missing: installing Debian's package postgresql with apt-get (it will not start a service of its own)"
  # keep Debian from creating and starting its own cluster on 5432
  $sudo mkdir -p /etc/postgresql-common
  [ -e /etc/postgresql-common/createcluster.conf ] || echo 'create_main_cluster = false' | $sudo tee /etc/postgresql-common/createcluster.conf >/dev/null
  export DEBIAN_FRONTEND=noninteractive
  $sudo apt-get install -y --no-install-recommends postgresql >&2 || { $sudo apt-get update >&2; $sudo apt-get install -y --no-install-recommends postgresql >&2; }
}

BIN="$(find_bin || true)"
if [ -z "$BIN" ] && [ "${1:-}" = start ]; then install_postgres; BIN="$(find_bin)"; fi
[ -n "$BIN" ] || { echo stopped; exit 3; }

DATA="$ROOT/.data/pg"
if [ "$(id -u)" = 0 ]; then
  as() { (cd / && runuser -u postgres -- "$@"); }
  mkdir -p "$ROOT/.data"
  as test -x "$ROOT/.data" || DATA="/var/lib/postgresql/brendik-$NAME"
  make_dir() { install -d -o postgres -g postgres -m 700 "$1"; }
else
  as() { (cd / && "$@"); }
  # A folder made by root before cannot be used by this user: keep one per user.
  if [ -e "$DATA" ] && [ ! -O "$DATA" ]; then DATA="$DATA-$(id -u)"; fi
  mkdir -p "$(dirname "$DATA")" 2>/dev/null || DATA="${XDG_DATA_HOME:-$HOME/.local/share}/brendik-$NAME/pg"
  mkdir -p "$(dirname "$DATA")"
  make_dir() { install -d -m 700 "$1"; }
fi
PIDF="$DATA/postmaster.pid"
pid() { as sed -n 1p "$PIDF" 2>/dev/null || true; }
alive() { # the pid is really our postmaster, not a number reused after a crash
  local p; p="$(pid)"
  [ -n "$p" ] && [ "$(cat "/proc/$p/comm" 2>/dev/null)" = postgres ] \
    && [ "$(as readlink "/proc/$p/cwd" 2>/dev/null)" = "$(as readlink -f "$DATA")" ]
}
port() { as sed -n 4p "$PIDF"; }
url() { echo "postgres://postgres@127.0.0.1:$(port)/$DB"; }
free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

start() {
  exec 9>"$TEMP.lock"; flock 9     # two starts at once
  if ! as test -s "$DATA/PG_VERSION"; then       # initdb beside, then rename: never a half-made cluster
    say "creating the project's database folder $DATA"
    local t="$DATA.init.$$"
    rm -rf "$DATA".init.*; make_dir "$t"
    as "$BIN/initdb" -D "$t" -U postgres -A trust --encoding=UTF8 --locale=C.UTF-8 >"$TEMP.initdb.log" 2>&1 9>&- \
      || { cat "$TEMP.initdb.log" >&2; rm -rf "$t"; exit 1; }
    [ ! -d "$DATA" ] || rmdir "$DATA"; mv -T "$t" "$DATA"
  fi
  if ! alive; then
    as rm -f "$PIDF"
    make_dir "$TEMP"
    local p=$WANT_PORT ok=''
    for _ in $(seq 1 40); do
      if free "$p"; then
        as rm -f "$TEMP/.s.PGSQL.$p" "$TEMP/.s.PGSQL.$p.lock"
        if as "$BIN/pg_ctl" start -s -w -t 60 -D "$DATA" -l "$DATA/server.log" \
          -o "-c listen_addresses=127.0.0.1 -p $p -c unix_socket_directories=$TEMP ${DB_OPTS:-}" 9>&- >&2; then ok=1; break; fi
        # orphaned children of a killed postmaster may hold its shared memory for a moment
        if as tail -n 5 "$DATA/server.log" | grep -q 'pre-existing shared memory'; then sleep 0.5; continue; fi
        as tail -n 5 "$DATA/server.log" | grep -q 'could not bind\|Address already in use' || { as tail -n 20 "$DATA/server.log" >&2; exit 1; }
      fi
      p=$((p + 1))
    done
    [ -n "$ok" ] || { echo 'no free port for PostgreSQL' >&2; exit 1; }
  fi
  as "$BIN/pg_isready" -q -h 127.0.0.1 -p "$(port)" -t 30
  [ "$(as "$BIN/psql" -h 127.0.0.1 -p "$(port)" -U postgres -tAc "select 1 from pg_database where datname='$DB'" postgres)" = 1 ] \
    || as "$BIN/createdb" -h 127.0.0.1 -p "$(port)" -U postgres "$DB"
  flock -u 9; exec 9>&-
}
stop() { if alive; then as "$BIN/pg_ctl" stop -s -m fast -w -t 30 -D "$DATA" || as "$BIN/pg_ctl" stop -s -m immediate -w -D "$DATA"; fi; }

case "${1:-}" in
  start) start; url ;;
  stop) stop ;;
  status) if alive; then url; else echo stopped; exit 3; fi ;;
  url) url ;;
  *) echo "usage: db.sh start|stop|status|url" >&2; exit 2 ;;
esac
