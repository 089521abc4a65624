# A PostgreSQL cluster of our own: loopback only, own port, sign-in by password. Sourced by ./start and ./test.
# Root may not run PostgreSQL; then the postgres user does.

as_postgres() {
  if [ "$(id -u)" -eq 0 ]; then (cd / && runuser -u postgres -- "$@"); else "$@"; fi
}

# A folder that PostgreSQL's user can reach: the wished one, or one under /var/lib when the way there is closed to it.
cluster_folder() {
  local wished=$1
  mkdir -p "$wished"
  if [ "$(id -u)" -eq 0 ] && ! as_postgres test -x "$wished"; then
    local other
    other=/var/lib/ymnos/$(printf %s "$wished" | sha256sum | cut -c1-12)
    mkdir -p "$other"
    printf '%s\n' "The postgres user cannot reach $wished; the database is kept in $other." >&2
    wished=$other
  fi
  [ "$(id -u)" -ne 0 ] || chown postgres: "$wished"
  echo "$wished"
}

cluster_create() { # folder password-file
  local folder=$1 password=$2
  [ ! -f "$folder/PG_VERSION" ] || return 0
  # A creation that was broken off leaves pieces behind.
  find "$folder" -mindepth 1 -delete
  local given="$folder.password"
  install -m 600 "$password" "$given"
  [ "$(id -u)" -ne 0 ] || chown postgres: "$given"
  as_postgres "$(postgres_folder)/initdb" -D "$folder" -U ymnos --pwfile="$given" --auth=scram-sha-256 \
    --encoding=UTF8 --locale=C.UTF-8 >/dev/null || fail "PostgreSQL could not create its cluster in $folder."
  rm -f "$given"
}

# Running is what answers. A process number left by a crash may belong to a dead or to another process by now.
cluster_runs() {
  local pid
  pid=$(head -n 1 "$1/postmaster.pid" 2>/dev/null) || return 1
  if ! port_is_free "$(cluster_port "$1")" && tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -qF -- "-D $1"; then return 0; fi
  if [ -z "$(tr -d '\0' <"/proc/$pid/cmdline" 2>/dev/null)" ] || ! tr '\0' ' ' <"/proc/$pid/cmdline" | grep -qF -- "-D $1"; then
    say "The database was not shut down properly; it is put in order now." >&2
    as_postgres rm -f "$1/postmaster.pid"
  fi
  return 1
}

cluster_port() { sed -n 4p "$1/postmaster.pid" 2>/dev/null; }

cluster_start() { # folder port [setting ...]
  local folder=$1 port=$2 settings=""
  shift 2
  local setting
  for setting in "$@"; do settings+=" -c $setting"; done
  # PostgreSQL clears what a crash left behind by itself.
  as_postgres "$(postgres_folder)/pg_ctl" -D "$folder" -w -t 60 -l "$folder/log" \
    -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories= $settings" start >/dev/null 2>&1 ||
    { tail -n 3 "$folder/log" >&2; fail "PostgreSQL did not start; its log is $folder/log."; }
}

cluster_stop() { as_postgres "$(postgres_folder)/pg_ctl" -D "$1" -m fast -w stop >/dev/null 2>&1 || true; }
