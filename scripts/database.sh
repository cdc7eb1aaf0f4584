# Our own PostgreSQL on loopback: started, found again, ended. Sourced by setup.sh; run by the server as
# `bash scripts/database.sh up DATA` to bring a database back that went away.

as_pg() { if [ "$(id -u)" = 0 ]; then (cd / && exec setpriv --reuid=postgres --regid=postgres --init-groups --reset-env "$@"); else (cd / && exec "$@"); fi; }

# writable_data DIR: makes the folder; says so where nothing can be written there, and makes nothing elsewhere.
writable_data() {
  local probe
  if mkdir -p "$1" 2>/dev/null && probe=$(mktemp "$1/.writable-XXXXXX" 2>/dev/null); then rm -f "$probe"; return 0; fi
  say "Nothing can be written in $1. Choose another folder with --data, or give yourself the right to write there."
  return 1
}

# find_database DIR: sets PG_BIN and PG_DIR, the place of the database that belongs to a data folder.
find_database() {
  local dir
  PG_BIN=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1)
  [ -n "$PG_BIN" ] || { say "PostgreSQL is missing: apt-get install postgresql"; return 1; }
  dir=$(cd "$1" && pwd -P)
  # The database never runs as root: where its own user may not look, it gets a place of its own.
  if [ "$(id -u)" = 0 ] && ! as_pg test -x "$dir" 2>/dev/null; then
    dir="/var/lib/kipzo/$(printf %s "$dir" | sha256sum | cut -c1-16)"
    mkdir -p "$dir"
  fi
  PG_DIR="$dir/pg"
}

# The process of our postmaster, if it lives: one that works in our folder, whatever number the pid file names.
postmaster_pid() {
  local pid
  pid=$(head -1 "$PG_DIR/data/postmaster.pid" 2>/dev/null)
  [ -n "$pid" ] && [ "/proc/$pid/cwd" -ef "$PG_DIR/data" ] && echo "$pid"
}

# Whether what answers at a port is ours: it takes our password and its data lies where ours does.
is_ours() { [ -n "${1:-}" ] && [ "$(PGPASSWORD=$(cat "$PG_DIR/pw") PGCONNECT_TIMEOUT=3 "$PG_BIN/psql" -h 127.0.0.1 -p "$1" -U studio -d postgres -Atc 'show data_directory' 2>/dev/null)" = "$PG_DIR/data" ]; }

free_port() { node -e 'const s=require("net").createServer().on("error",()=>process.exit(1)).listen(+process.argv[1],"127.0.0.1",()=>{console.log(s.address().port);s.close()})' "${1:-0}"; }

make_database() {
  say "Making the database …"
  rm -rf "$PG_DIR"
  mkdir -p "$PG_DIR"
  head -c 18 /dev/urandom | base64 | tr '+/' '-_' >"$PG_DIR/pw"
  chmod 600 "$PG_DIR/pw"; chmod 700 "$PG_DIR"
  [ "$(id -u)" != 0 ] || chown -R postgres:postgres "$PG_DIR"
  # Whole or not at all: a killed set-up leaves no half database.
  as_pg "$PG_BIN/initdb" -D "$PG_DIR/making" -U studio --auth=scram-sha-256 --pwfile="$PG_DIR/pw" --encoding=UTF8 --locale=C.UTF-8 --no-instructions >/dev/null && mv "$PG_DIR/making" "$PG_DIR/data"
}

# start_database DIR [more postgres options]: sets DATABASE_URL, PG_DIR and PG_STARTED. Waits for an old postmaster
# that is still ending or recovering; a pid file that names somebody else's process is not believed.
start_database() {
  local dir=$1 more=${2:-} port until=$((SECONDS + 90)) told=0
  writable_data "$dir" && find_database "$dir" || return 1
  PG_STARTED=0
  [ -s "$PG_DIR/data/PG_VERSION" ] || make_database || { say "The database could not be made in $PG_DIR."; return 1; }
  while :; do
    if [ -n "$(postmaster_pid)" ]; then
      port=$(sed -n 4p "$PG_DIR/data/postmaster.pid" 2>/dev/null)
      is_ours "$port" && break
    else
      rm -f "$PG_DIR/data/postmaster.pid"
      # The port of before, so that whoever is connected finds it again.
      port=$(free_port "$(cat "$PG_DIR/port" 2>/dev/null || echo 0)") || port=$(free_port 0)
      printf %s "$port" >"$PG_DIR/port"
      if as_pg "$PG_BIN/pg_ctl" -D "$PG_DIR/data" -l "$PG_DIR/pg.log" -w -t 60 -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories= $more" start >/dev/null 2>&1 8>&- 9>&-; then PG_STARTED=1; continue; fi
    fi
    [ "$SECONDS" -lt "$until" ] || { say "The database did not start; its log ends with:"; tail -5 "$PG_DIR/pg.log" >&2; return 1; }
    [ "$told" = 1 ] || [ "$SECONDS" -lt $((until - 87)) ] || { told=1; say "Waiting for the database to be ready …"; }
    sleep 0.2
  done
  DATABASE_URL="postgres://studio:$(cat "$PG_DIR/pw")@127.0.0.1:$port/postgres"
  export DATABASE_URL
}

# Ends the database that start_database started, and no other one.
stop_database() {
  local pid
  [ "${PG_STARTED:-0}" = 1 ] || return 0
  PG_STARTED=0
  pid=$(postmaster_pid)
  [ -n "$pid" ] || return 0
  kill -INT "$pid" 2>/dev/null
  for _ in $(seq 600); do [ -n "$(postmaster_pid)" ] || return 0; sleep 0.05; done
  return 0
}

if [ "${BASH_SOURCE[0]}" = "$0" ]; then
  say() { printf '%s\n' "$*" >&2; }
  [ "${1:-}" = up ] && [ -n "${2:-}" ] && start_database "$2"
fi
