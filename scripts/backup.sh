# Backup and restore while everything runs. Sourced by ./juice.
# A backup is a tar: manifest.txt (what it is, and how many rows) and database.dump (pg_dump, custom format).

newest_migration() { ls "$top"/web/src/main/resources/db/migration/V*.sql | sed 's/.*\/V\([0-9]*\)__.*/\1/' | sort -n | tail -n 1; }

migrated_to() { # database
  [ "$(echo "select to_regclass('flyway_schema_history') is not null" | sql "$1")" = t ] || { echo 0; return; }
  echo "select coalesce(max(version::int), 0) from flyway_schema_history where success" | sql "$1"
}

count_rows() { # database
  local table; for table in $(echo "select relname from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by 1" | sql "$1"); do
    case $table in spring_session*) continue ;; esac
    printf 'rows %s %s\n' "$table" "$(echo "select count(*) from $table" | sql "$1")"
  done
}

write_backup() { # file
  local file=$1 work; work=$(mktemp -d "${TMPDIR:-/tmp}/juice-backup.XXXXXX")
  PGPASSWORD=$db_password "$(pg_bin)/pg_dump" -h 127.0.0.1 -p "$db_port" -U juice -d juice -Fc -f "$work/database.dump" || { rm -rf "$work"; die 'the backup could not be written'; }
  # read again from the first byte to the last, and counted where it has been read into
  PGPASSWORD=$db_password read_dump "$work/database.dump" juice_checking || { rm -rf "$work"; die 'the backup could not be read again'; }
  {
    echo 'juice-swap backup 1'
    echo "made $(date -u +%Y-%m-%dT%H:%M:%SZ)"
    echo "kind $(cat "$data/kind" 2>/dev/null || echo house)"
    echo "schema $(migrated_to juice_checking)"
    echo "sha256 $(sha256sum "$work/database.dump" | cut -d ' ' -f 1)"
    count_rows juice_checking
  } >"$work/manifest.txt"
  echo 'drop database juice_checking' | sql postgres
  (umask 077; tar -cf "$file.part" -C "$work" manifest.txt database.dump) || { rm -rf "$work" "$file.part"; die "could not write $file"; }
  rm -rf "$work"
  check_backup "$file.part" >/dev/null
  mv "$file.part" "$file"
}

read_dump() { # dump, new database
  # roles belong to a cluster, not to a database: a new one doesn't know the one that the server works as
  [ "$(echo "select 1 from pg_roles where rolname = 'juice_pages'" | sql postgres)" = 1 ] || echo 'create role juice_pages nologin' | sql postgres
  echo "drop database if exists $2" | sql postgres && echo "create database $2" | sql postgres
  PGPASSWORD=$db_password "$(newest_pg_bin)/pg_restore" -h 127.0.0.1 -p "$db_port" -U juice -d "$2" --no-owner --exit-on-error "$1"
}

check_backup() { # file; prints its manifest
  local manifest; manifest=$(tar -xOf "$1" manifest.txt 2>/dev/null) || die "$1 is no backup of Juice Swap"
  [ "$(head -n 1 <<<"$manifest")" = 'juice-swap backup 1' ] || die "$1 is no backup of Juice Swap that this version can read"
  [ "$(tar -xOf "$1" database.dump | sha256sum | cut -d ' ' -f 1)" = "$(sed -n 's/^sha256 //p' <<<"$manifest")" ] || die "$1 is damaged: what is in it is not what was written"
  printf '%s\n' "$manifest"
}

# for as long as it is needed, whether or not it runs already
with_database() { # command …
  need_database
  local started=''
  choose_database
  database_running || { start_database; started=1; }
  "$@"
  [ -z "$started" ] || stop_database
}

backup() { # file or nothing
  [ -d "$data" ] && database_exists || die "there is no data in $data"
  local file=$1
  if [ -z "$file" ]; then mkdir -p "$data/backups"; file=$data/backups/juice-swap-$(date +%Y%m%d-%H%M%S).tar; fi
  [ ! -e "$file" ] || die "$file is there already"
  with_database write_backup "$file"
  say "backup written and checked: $file ($(du -k "$file" | cut -f 1) kB)"
}

backup_before_migration() {
  local from to; from=$(migrated_to juice); to=$(newest_migration)
  [ "$from" -gt 0 ] && [ "$from" -lt "$to" ] || return 0
  mkdir -p "$data/backups"
  local file; file=$data/backups/before-version-$to-$(date +%Y%m%d-%H%M%S).tar
  write_backup "$file"
  say "this version changes the database: a backup from before is $file"
}

restore() { # file
  [ -r "$1" ] || die "cannot read $1"
  local manifest kind; manifest=$(check_backup "$1")
  kind=$(sed -n 's/^kind //p' <<<"$manifest")
  [ -n "$data_given" ] || data=$(default_data "$kind")
  prepare_data
  [ "$(sed -n 's/^schema //p' <<<"$manifest")" -le "$(newest_migration)" ] || die "this backup was made by a newer version of Juice Swap: install that first"
  if database_exists; then
    [ -r "$data/kind" ] && [ "$(cat "$data/kind")" != "$kind" ] && die "$data holds $(cat "$data/kind"), and the backup $kind: choose another --data"
    ask "what is in $data now is put aside, and the backup of $(sed -n 's/^made //p' <<<"$manifest") takes its place. Go on?" || die 'nothing was changed (say --yes where nobody can be asked)'
  fi
  with_database take_backup "$1" "$manifest"
  echo "$kind" >"$data/kind"
  say "restored into $data: $(sed -n 's/^rows outage_event //p' <<<"$manifest") entries of the logbook, made $(sed -n 's/^made //p' <<<"$manifest")"
}

take_backup() { # file, manifest
  local work; work=$(mktemp -d "${TMPDIR:-/tmp}/juice-backup.XXXXXX")
  tar -xf "$1" -C "$work" database.dump
  read_dump "$work/database.dump" juice_restoring || { rm -rf "$work"; die 'the backup could not be read: nothing was changed'; }
  rm -rf "$work"
  [ "$(count_rows juice_restoring)" = "$(grep '^rows ' <<<"$2")" ] || die 'what was read is not all of the backup: nothing was changed'
  # nobody is let in while the two change places; the server starts again by itself where it ran
  local aside; aside=juice_before_$(date +%Y%m%d_%H%M%S)
  { echo "select 'drop database ' || datname from pg_database where datname like 'juice_before_%'"; } | sql postgres | sql postgres
  sql postgres <<SQL
alter database juice with allow_connections false;
select pg_terminate_backend(pid) from pg_stat_activity where datname in ('juice', 'juice_restoring') \g /dev/null
alter database juice rename to $aside;
alter database juice_restoring rename to juice;
alter database $aside with allow_connections true;
SQL
  local pid; if pid=$(process_in "$data/app.pid"); then
    kill "$pid"
    say 'the server starts again with what was restored …'
    for _ in $(seq 300); do process_in "$data/app.pid" >/dev/null && [ "$(process_in "$data/app.pid")" != "$pid" ] && answers 127.0.0.1 "$(cat "$data/port")" && break; sleep 0.2; done
  fi
}
