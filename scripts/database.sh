# Private PostgreSQL clusters on loopback. Sourced by ./juice.

newest_pg_bin() { local dir; dir=$(find /usr/lib/postgresql -mindepth 3 -maxdepth 3 -path '*/bin/initdb' 2>/dev/null | sort -V | tail -n 1); [ -n "$dir" ] && dirname "$dir"; }

# data is opened by the version that made it
pg_bin() {
  local made=''
  [ -n "${data:-}" ] && [ -r "$data/pg/data/PG_VERSION" ] && made=$(cat "$data/pg/data/PG_VERSION")
  if [ -z "$made" ]; then newest_pg_bin; return; fi
  [ -x "/usr/lib/postgresql/$made/bin/postgres" ] && { echo "/usr/lib/postgresql/$made/bin"; return; }
  die "the data in $data was made by PostgreSQL $made, and this machine has $(version_of "$(newest_pg_bin)/postgres" --version): install postgresql-$made; or, where $made runs, write ./juice backup FILE, and here ./juice restore FILE --data ANOTHER-DIRECTORY"
}

need_database() {
  if [ -z "$(newest_pg_bin || true)" ]; then
    # the package would start a cluster of its own; ours is private
    [ -e /etc/postgresql-common/createcluster.conf ] || as_root sh -c 'mkdir -p /etc/postgresql-common && echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.conf'
    install_package postgresql 'the database'
  fi
  [ -n "$(newest_pg_bin || true)" ] || die 'PostgreSQL is missing and could not be installed'
}

# initdb refuses to run as root: root works through the user postgres. The lock of the data is not theirs to hold.
pg() { if [ "$(id -u)" = 0 ]; then (cd / && runuser -u postgres -- "$@" 8>&- 7>&-); else "$@" 8>&- 7>&-; fi; }

start_throwaway() { # sets build_db and build_port; a cluster for code generation and tests, without durability
  build_db=$(mktemp -d /tmp/juice-build.XXXXXX); chmod 711 "$build_db"
  mkdir "$build_db/pg"; [ "$(id -u)" = 0 ] && chown postgres "$build_db/pg"
  build_port=$(free_port)
  trap stop_throwaway EXIT
  local bin; bin=$(newest_pg_bin)
  pg "$bin/initdb" -D "$build_db/pg/data" -U juice --auth=trust --no-sync -E UTF8 --locale=C.UTF-8 >"$build_db/log" 2>&1 || die "could not make a database: $(tail -n 1 "$build_db/log")"
  pg "$bin/pg_ctl" -D "$build_db/pg/data" -l "$build_db/pg/log" -w -o "-c listen_addresses=127.0.0.1 -p $build_port -c unix_socket_directories=$build_db/pg -c fsync=off -c max_connections=300" start >"$build_db/log" 2>&1 || die "could not start a database: $(tail -n 1 "$build_db/log")"
  local psql=("$bin/psql" -h 127.0.0.1 -p "$build_port" -U juice -v ON_ERROR_STOP=1 -q)
  "${psql[@]}" -d postgres -c 'create database codegen' >/dev/null
  local sql; for sql in $(ls "$top"/web/src/main/resources/db/migration/V*.sql | sort -V); do "${psql[@]}" -d codegen -f "$sql" >/dev/null; done
}

stop_throwaway() {
  [ -n "${build_db:-}" ] || return 0
  pg "$(newest_pg_bin)/pg_ctl" -D "$build_db/pg/data" -m immediate stop >/dev/null 2>&1 || true
  rm -rf "$build_db"; build_db=''; trap - EXIT
}

# ---- the household's own

database_exists() { [ -e "$data/pg/data/PG_VERSION" ]; }

database_running() { # without asking the database: this is looked at every other second
  local pid started; [ -r "$data/pg/data/postmaster.pid" ] || return 1
  pid=$(sed -n 1p "$data/pg/data/postmaster.pid" 2>/dev/null)
  started=$(readlink "/proc/$pid/cwd" 2>/dev/null) || return 1
  [ "$started" = "$data/pg/data" ]
}

choose_database() { # sets db_port and db_password
  if ! database_exists; then (umask 077; head -c 24 /dev/urandom | base64 | tr -d '/+=' >"$data/password"); fi
  db_password=$(cat "$data/password")
  if database_running; then db_port=$(sed -n 4p "$data/pg/data/postmaster.pid"); else db_port=$(free_port); fi
}

sql() { # database; statements on stdin, values as -v name=value; prints bare values
  local database=$1; shift
  PGPASSWORD=$db_password PGCONNECT_TIMEOUT=5 PGOPTIONS='-c client_min_messages=warning' "$(pg_bin)/psql" -h 127.0.0.1 -p "$db_port" -U juice -d "$database" -v ON_ERROR_STOP=1 -qtA "$@"
}

make_cluster() {
  mkdir -p "$data/pg"
  [ "$(id -u)" = 0 ] && chown postgres "$data/pg"
  (umask 077; cp "$data/password" "$data/pg/pwfile"); [ "$(id -u)" = 0 ] && chown postgres "$data/pg/pwfile"
  pg "$(newest_pg_bin)/initdb" -D "$data/pg/data" -U juice --auth=scram-sha-256 --pwfile="$data/pg/pwfile" -E UTF8 --locale=C.UTF-8 >"$data/initdb.log" 2>&1 || { rm -rf "$data/pg/data"; die "could not make the database: $(tail -n 1 "$data/initdb.log")"; }
  rm -f "$data/pg/pwfile"
}

start_database() { # at db_port, with db_password
  database_exists || make_cluster
  spare_disk
  if ! database_running; then
    pg "$(pg_bin)/pg_ctl" -D "$data/pg/data" -l "$data/pg/log" -w -o "-c listen_addresses=127.0.0.1 -p $db_port -c unix_socket_directories=$data/pg" start >/dev/null 2>&1 </dev/null || die "could not start the database: $(tail -n 1 "$data/pg/log" 2>/dev/null)"
  fi
  [ "$(echo "select 1 from pg_database where datname = 'juice'" | sql postgres)" = 1 ] || echo 'create database juice' | sql postgres
}

stop_database() { database_exists && pg "$(pg_bin)/pg_ctl" -D "$data/pg/data" -m fast -w stop >/dev/null 2>&1 || true; }

# Where a disk has filled up, the database could not even write down that it starts: what was put by for that is given up.
spare_disk() {
  if [ "$(free_megabytes "$data")" -lt 48 ]; then rm -f "$data/reserve" 2>/dev/null || true
  elif [ ! -e "$data/reserve" ] && [ "$(free_megabytes "$data")" -gt 300 ]; then head -c 33554432 /dev/zero >"$data/reserve" 2>/dev/null || rm -f "$data/reserve"; fi
}

# ---- what data is whose

# A house and the demo never share data: everybody knows the demo's passwords.
check_kind() { # wanted: house or demo; after the database is there
  local is=''
  [ -r "$data/kind" ] && is=$(cat "$data/kind")
  if [ -z "$is" ] && [ "$(echo "select to_regclass('account') is not null" | sql juice)" = t ]; then
    # from before data was marked
    [ "$(echo "select count(*) from account where login in ('ines', 'bram')" | sql juice)" = 2 ] && is=demo || is=house
  fi
  case $is in
    '' | "$1") [ -e "$data/kind" ] || echo "$1" >"$data/kind" ;;
    demo) die "$data holds the demo, whose passwords everybody knows: give your house a directory of its own with --data, or begin anew in this one with --fresh (the old data is kept beside it)" ;;
    *) die "$data holds a real house: the demo never opens it. Give the demo another directory with --data" ;;
  esac
}

# what stood there is moved aside, and the one before that goes
put_aside() {
  database_exists || return 0
  mkdir -p "$data/kept"
  local old; for old in $(ls -d "$data"/kept/pg-* 2>/dev/null | sort | head -n -1); do rm -rf "$old"; done
  local to; to=$data/kept/pg-$(date +%Y%m%d-%H%M%S)
  mv "$data/pg" "$to"; mv "$data/password" "$to/password"; rm -f "$data/kind" "$data/first-code"
  say "the old data is kept in $to"
}
