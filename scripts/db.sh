#!/usr/bin/env bash
# A PostgreSQL of the project's own, on loopback.   db.sh start|stop|status|url|server-url|adopt FOLDER
# Works as root (runs it as user postgres) and as a normal user; its data lie in .data/pg, or under /var/lib/postgresql when
# user postgres cannot enter the repository's folder. Nobody gets in without a password; the passwords, made at random, lie beside the data.
# `url` is the owner of the tables, who migrates; `server-url` is who serves, and may not even see a row before it says whose.
set -euo pipefail
ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)"
NAME="$(printf %s "$ROOT" | cksum | cut -d' ' -f1)"
DB=brendik
WANT_PORT="${DB_PORT:-54329}"
TEMP="${TMPDIR:-/tmp}/brendik-pg-$NAME-$(id -u)"   # short: a socket path over 107 bytes fails
say() { echo "· $*" >&2; }

# Programs of a version of PostgreSQL, or of the newest.
find_bin() {
  local d
  if [ -n "${1:-}" ]; then
    d="/usr/lib/postgresql/$1/bin"
    [ -x "$d/initdb" ] && { echo "$d"; return 0; }
    d="$(dirname "$(command -v initdb 2>/dev/null || echo /none/x)")"
    [ -x "$d/initdb" ] && "$d/postgres" --version | grep -q " $1\." && { echo "$d"; return 0; }
    return 1
  fi
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
# The data are of one version of PostgreSQL, and only its own programs read them.
if as test -s "$DATA/PG_VERSION"; then
  MADE_BY="$(as cat "$DATA/PG_VERSION")"
  BIN="$(find_bin "$MADE_BY" || true)"
  if [ -z "$BIN" ]; then
    echo "The data in $DATA were made by PostgreSQL $MADE_BY, which is not installed here. Install it (apt-get install postgresql-$MADE_BY), or carry the data over with its pg_dump; or, to begin with none, rename that folder." >&2
    exit 1
  fi
fi
SECRETS="$DATA.secrets"
PIDF="$DATA/postmaster.pid"
pid() { as sed -n 1p "$PIDF" 2>/dev/null || true; }
alive() { # the pid is really our postmaster, not a number reused after a crash
  local p; p="$(pid)"
  [ -n "$p" ] && [ "$(cat "/proc/$p/comm" 2>/dev/null)" = postgres ] \
    && [ "$(as readlink "/proc/$p/cwd" 2>/dev/null)" = "$(as readlink -f "$DATA")" ]
}
port() { as sed -n 4p "$PIDF"; }
secret() { sed -n "s/^$1=//p" "$SECRETS"; }
url() { echo "postgres://brendik_owner:$(secret owner)@127.0.0.1:$(port)/$DB"; }
server_url() { echo "postgres://brendik_server:$(secret server)@127.0.0.1:$(port)/$DB"; }
random() { head -c 24 /dev/urandom | base64 | tr '+/' '-_'; }
sql() { PGPASSWORD="$(secret postgres)" "$BIN/psql" -h 127.0.0.1 -p "$(port)" -U postgres -v ON_ERROR_STOP=1 -qtA "$@"; }
free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# Data of a copy of the project whose folder is no longer where it was.
tell_of_moved() {
  local other home
  for other in /var/lib/postgresql/brendik-*.secrets; do
    home="$(sed -n 's/^home=//p' "$other" 2>/dev/null)" || continue
    if [ -n "$home" ] && [ ! -d "$home" ]; then
      say "data of a copy that lay in $home are in ${other%.secrets}: if this is that copy, moved, take them over with: scripts/db.sh adopt ${other%.secrets}"
    fi
  done
}

start() {
  exec 9>"$TEMP.lock"; flock 9     # two starts at once
  if ! as test -s "$DATA/PG_VERSION"; then       # initdb beside, then rename: never a half-made cluster
    tell_of_moved
    say "creating the project's database folder $DATA"
    local t="$DATA.init.$$"
    rm -rf "$DATA".init.*; make_dir "$t"
    printf 'home=%s\npostgres=%s\nowner=%s\nserver=%s\n' "$ROOT" "$(random)" "$(random)" "$(random)" | (umask 077; cat >"$SECRETS.new")
    sed -n 's/^postgres=//p' "$SECRETS.new" >"$t.pw"
    [ "$(id -u)" != 0 ] || chown postgres "$t.pw"
    as "$BIN/initdb" -D "$t" -U postgres -A scram-sha-256 --pwfile="$t.pw" --encoding=UTF8 --locale=C.UTF-8 >"$TEMP.initdb.log" 2>&1 9>&- \
      || { cat "$TEMP.initdb.log" >&2; rm -rf "$t" "$t.pw" "$SECRETS.new"; exit 1; }
    rm -f "$t.pw"
    mv "$SECRETS.new" "$SECRETS"
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
  [ -s "$SECRETS" ] || close_doors
  sql postgres >/dev/null <<SQL
set client_min_messages = error;
select format('create role %I nologin', r) from unnest(array['brendik_app', 'brendik_door']) r where not exists (select from pg_roles where rolname = r) \gexec
select format('create role %I', r) from unnest(array['brendik_owner', 'brendik_server']) r where not exists (select from pg_roles where rolname = r) \gexec
alter role brendik_owner login nosuperuser nobypassrls createdb createrole inherit password '$(secret owner)';
alter role brendik_server login nosuperuser nobypassrls nocreatedb nocreaterole noinherit password '$(secret server)';
grant brendik_app, brendik_door to brendik_server;
revoke brendik_app, brendik_door from brendik_owner;
grant pg_signal_backend to brendik_owner;
SQL
  [ "$(sql -c "select 1 from pg_database where datname='$DB'" postgres)" = 1 ] || sql -c "create database $DB owner brendik_owner" postgres
  flock -u 9; exec 9>&-
}
# A cluster made before there were passwords: all who come from this machine were trusted.
close_doors() {
  say "the project's database trusted everybody on this machine: giving it passwords"
  printf 'home=%s\npostgres=%s\nowner=%s\nserver=%s\n' "$ROOT" "$(random)" "$(random)" "$(random)" | (umask 077; cat >"$SECRETS.new")
  local ask="$BIN/psql -h 127.0.0.1 -p $(port) -U postgres -v ON_ERROR_STOP=1 -q"
  if ! as $ask -w -c 'select 1' postgres >/dev/null 2>&1; then
    rm -f "$SECRETS.new"
    echo "The passwords of the project's database are missing: $SECRETS. Put that file back; or set the methods in $DATA/pg_hba.conf to trust, restart it (db.sh stop) and run this again: new ones are made." >&2
    exit 1
  fi
  echo "alter role postgres password '$(sed -n 's/^postgres=//p' "$SECRETS.new")'" | as $ask postgres
  as $ask -c "do \$\$ begin if not exists (select from pg_roles where rolname = 'brendik_owner') then create role brendik_owner; end if; end \$\$" postgres
  if [ "$(as $ask -tAc "select 1 from pg_database where datname = '$DB'" postgres)" = 1 ]; then
    as $ask -c "alter database $DB owner to brendik_owner" postgres
    as $ask "$DB" <<'SQL'
select format('alter %s %s owner to brendik_owner', case relkind when 'S' then 'sequence' else 'table' end, oid::regclass)
from pg_class c where relnamespace = 'public'::regnamespace and relkind in ('r', 'S')
  and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i') and c.relkind = 'S') \gexec
select format('alter function %s owner to brendik_owner', oid::regprocedure) from pg_proc where pronamespace = 'public'::regnamespace \gexec
SQL
  fi
  as sed -i -E 's/^((local|host).*[[:space:]])trust[[:space:]]*$/\1scram-sha-256/' "$DATA/pg_hba.conf"
  as "$BIN/pg_ctl" reload -s -D "$DATA"
  mv "$SECRETS.new" "$SECRETS"
}
stop() { if alive; then as "$BIN/pg_ctl" stop -s -m fast -w -t 30 -D "$DATA" || as "$BIN/pg_ctl" stop -s -m immediate -w -D "$DATA"; fi; }
# Takes over the data of a copy of the project that was moved; what is here by now is put aside, not away.
adopt() {
  local from="${1%/}" aside
  if ! as test -s "$from/PG_VERSION" || [ ! -s "$from.secrets" ]; then
    echo "$from: expected the data of a copy of this project, with their passwords in $from.secrets" >&2
    exit 1
  fi
  stop
  if as test -e "$DATA"; then
    aside="$DATA.aside.$(date +%s)"
    mv -T "$DATA" "$aside"; [ ! -e "$SECRETS" ] || mv "$SECRETS" "$aside.secrets"
    say "what was here is in $aside"
  fi
  mv -T "$from" "$DATA"; mv "$from.secrets" "$SECRETS"
  sed -i "s#^home=.*#home=$ROOT#" "$SECRETS"
  start; url
}

case "${1:-}" in
  start) start; url ;;
  stop) stop ;;
  status) if alive; then url; else echo stopped; exit 3; fi ;;
  url) url ;;
  server-url) server_url ;;
  adopt) adopt "${2:-}" ;;
  *) echo "usage: db.sh start|stop|status|url|server-url|adopt FOLDER" >&2; exit 2 ;;
esac
