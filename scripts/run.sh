# Running, watching, stopping. Sourced by ./juice.

default_data() { # house or demo
  local name=juice-swap; [ "$1" = demo ] && name=juice-swap-demo
  if [ "$(id -u)" = 0 ]; then echo "/var/lib/$name"; else echo "${XDG_DATA_HOME:-$HOME/.local/share}/$name"; fi
}

prepare_data() {
  mkdir -p "$data" 2>/dev/null || die "cannot make the data directory $data"
  data=$(cd "$data" && pwd -P)
  [ -w "$data" ] || die "cannot write to the data directory $data"
  # what is there is opened however full the disk: to read it is what an outage needs
  if ! database_exists; then
    local free; free=$(free_megabytes "$data")
    [ "$free" -ge 300 ] || die "too little disk space in $data: $free MB free, 300 MB needed to begin"
  fi
  mkdir -p "$data/pg"
  if [ "$(id -u)" = 0 ]; then
    chmod go+x "$data"; chown postgres "$data/pg"
    (cd / && runuser -u postgres -- test -w "$data/pg") || die "the user postgres cannot reach $data: choose a --data directory outside of $(dirname "$data")"
  fi
}

app_running() { process_in "$data/app.pid" >/dev/null; }

stop_app() { end_process "$data/app.pid"; }

# the demo's power meter talks by a broker of its own, where one can be had; without it what it reads comes in straight
start_broker() {
  [ "$demo" = true ] || return 0
  command -v mosquitto >/dev/null || (install_without_starting mosquitto 'a broker, for the demo’s power meter') || return 0
  [ -n "$broker_port" ] || broker_port=$(free_port)
  printf 'listener %s 127.0.0.1\nallow_anonymous true\npersistence false\n' "$broker_port" >"$data/broker.conf"
  nohup mosquitto -c "$data/broker.conf" >>"$data/broker.log" 2>&1 </dev/null 8>&- &
  remember_process "$data/broker.pid" $!
}

start_app() {
  local arguments=(--server.address="$listen" --juice.demo="$demo" --juice.demo.second-evening="$demo")
  if [ -n "$tls" ]; then
    arguments+=(--server.port="$tls_port" --juice.tls.directory="$data/tls" --juice.tls.plain-port="$port" --juice.tls.names="$names")
  else
    arguments+=(--server.port="$port")
  fi
  [ -z "$broker_port" ] || arguments+=(--juice.demo.broker="$broker_port")
  [ -z "$others" ] || arguments+=(--juice.open-to-others=true)
  [ -z "$sign_up" ] || arguments+=(--juice.sign-up=true)
  [ -z "$proxy" ] || arguments+=(--juice.behind-proxy="$proxy")
  JUICE_DB_PASSWORD=$db_password JUICE_DB_URL=jdbc:postgresql://127.0.0.1:$db_port/juice JUICE_FIRST_CODE=$first_code \
    nohup java "${java_options[@]}" -XX:SharedArchiveFile="$app/classes.jsa" -jar "$app/juice-swap.jar" "${arguments[@]}" >>"$data/app.log" 2>&1 </dev/null &
  remember_process "$data/app.pid" $!
}

# the server and its database, started again whenever one of them is gone
watch() {
  local quick=0 began
  began=$(date +%s)
  while sleep 2; do
    if ! database_running; then
      echo "$(date '+%F %T') the database is gone: it is started again"
      (start_database) || true
    fi
    [ -z "$broker_port" ] || process_in "$data/broker.pid" >/dev/null || start_broker
    if ! app_running; then
      # what ends again and again within a minute is tried less and less often
      if [ $(($(date +%s) - began)) -lt 60 ]; then quick=$((quick < 6 ? quick + 1 : 6)); else quick=0; fi
      sleep $((quick * quick))
      echo "$(date '+%F %T') the server is gone: it is started again"
      began=$(date +%s)
      start_app
    fi
  done
}

run() { # sets demo
  demo=$1
  local kind=house; [ "$demo" = true ] && kind=demo
  [ -n "$data_given" ] || data=$(default_data "$kind")
  need_database
  prepare_data
  # held for as long as anything of it runs
  exec 8>>"$data/lock"
  flock -n 8 || die "already running from $data (./juice stop ends it)"
  local wanted; for wanted in "$port" ${tls:+"$tls_port"}; do ! port_taken "$wanted" || die "port $wanted is in use: choose another with --port N${tls:+ or --tls-port N}"; done
  build
  if [ -n "$fresh" ] && database_exists; then
    { [ "$demo" = true ] && [ ! -t 0 ]; } || ask "the data in $data is put aside and everything begins anew. Go on?" || die 'nothing was changed (say --yes where nobody can be asked)'
    stop_database; put_aside; mkdir -p "$data/pg"
    [ "$(id -u)" = 0 ] && chown postgres "$data/pg"
  fi
  choose_database
  # whatever goes wrong from here on leaves nothing running
  trap 'stop_app; end_process "$data/broker.pid"; stop_database' EXIT
  if [ "$demo" = false ] && [ ! -e "$data/first-code" ]; then (umask 077; random_code 8 >"$data/first-code"); fi
  first_code=$([ "$demo" = true ] || cat "$data/first-code")
  : >"$data/app.log"; echo "$port" >"$data/port"
  broker_port=''
  start_broker
  if database_exists; then
    start_database
    check_kind "$kind"
    backup_before_migration
    start_app
  else
    # meanwhile: the application takes seconds to need its database, and waits for it
    start_app
    start_database
    check_kind "$kind"
  fi
  for _ in $(seq 300); do
    app_running || die "the application did not start: $(grep -m 1 -E 'ERROR|Description|APPLICATION FAILED' -A 3 "$data/app.log" | tail -n 1)"
    answers "$here" "$port" && break
    sleep 0.2
  done
  answers "$here" "$port" || die "the application did not answer within a minute; see $data/app.log"
  greet
  if [ -n "$detach" ]; then
    trap - EXIT
    (trap '' HUP; exec </dev/null >>"$data/watch.log" 2>&1; watch) &
    remember_process "$data/watch.pid" $!
    disown -a
  else
    trap 'stop_app; end_process "$data/broker.pid"; stop_database; exit 0' INT TERM
    watch
  fi
}

greet() {
  if [ -n "$tls" ]; then
    say "ready https://$here:$tls_port"
    say "each phone begins at http://THIS-MACHINE:$port/trust, once; compare there: $(cat "$data/tls/fingerprint" 2>/dev/null)"
  else
    say "ready http://$here:$port"
    [ "$listen" = 127.0.0.1 ] || say "for phones: this machine's name or address in the house network, port $port"
  fi
  if [ "$demo" = false ] && [ "$(echo 'select count(*) from account' | sql juice)" = 0 ]; then
    say "nobody has set up the house yet. Whoever does is asked for this code: ${first_code:0:4}-${first_code:4}"
  fi
}

stop() {
  local dirs=() stopped=''
  if [ -n "$data_given" ]; then dirs=("$data"); else dirs=("$(default_data house)" "$(default_data demo)"); fi
  for data in "${dirs[@]}"; do
    [ -d "$data" ] || continue
    data=$(cd "$data" && pwd -P)
    if app_running || process_in "$data/watch.pid" >/dev/null || database_running; then stopped=1; fi
    end_process "$data/watch.pid"; stop_app; end_process "$data/broker.pid"; stop_database
  done
  [ -n "$stopped" ] && say 'stopped' || say 'nothing was running'
}

# ---- started with the machine

unit=juice-swap.service

has_systemd() { [ -d /run/systemd/system ] && command -v systemctl >/dev/null; }

unit_text() {
  cat <<U
[Unit]
Description=Juice Swap: server and database
After=network.target

[Service]
ExecStart=$top/juice serve $*
ExecStop=$top/juice stop --data $data
Restart=always
RestartSec=3
TimeoutStopSec=40
KillMode=mixed

[Install]
WantedBy=$([ "$(id -u)" = 0 ] && echo multi-user.target || echo default.target)
U
}

install_service() { # options of serve
  [ -n "$data_given" ] || data=$(default_data house)
  need_database; prepare_data; build
  if has_systemd; then
    if [ "$(id -u)" = 0 ]; then
      unit_text "$@" >"/etc/systemd/system/$unit"; systemctl daemon-reload; systemctl enable --now "$unit"
    else
      mkdir -p "$HOME/.config/systemd/user"; unit_text "$@" >"$HOME/.config/systemd/user/$unit"
      systemctl --user daemon-reload; systemctl --user enable --now "$unit"; loginctl enable-linger "$(id -un)" || true
    fi
    say "installed: it starts with this machine, and again whenever it is gone (systemctl status $unit)"
  else
    demo=false; detach=1; run false
    if command -v crontab >/dev/null; then
      { crontab -l 2>/dev/null | grep -v 'juice-swap: started' || true; echo "@reboot $top/juice serve --detach $* # juice-swap: started with the machine"; } | crontab -
      say 'installed: it runs, is started again whenever it is gone, and starts with this machine'
    else
      say "it runs, and is started again whenever it is gone. This machine has neither systemd nor cron: have it run '$top/juice serve --detach $*' when it starts"
    fi
  fi
}

uninstall_service() {
  if has_systemd; then
    if [ "$(id -u)" = 0 ]; then systemctl disable --now "$unit" 2>/dev/null || true; rm -f "/etc/systemd/system/$unit"; systemctl daemon-reload
    else systemctl --user disable --now "$unit" 2>/dev/null || true; rm -f "$HOME/.config/systemd/user/$unit"; systemctl --user daemon-reload; fi
  fi
  if command -v crontab >/dev/null && crontab -l 2>/dev/null | grep -q 'juice-swap: started'; then crontab -l | grep -v 'juice-swap: started' | crontab -; fi
  stop
  say 'uninstalled; your data stays where it is'
}

reset_password() { # sign-in name
  [ -n "$data_given" ] || data=$(default_data house)
  [ -d "$data" ] && database_exists || die "there is no data in $data"
  data=$(cd "$data" && pwd -P)
  with_database reset_password_now "$1"
}

reset_password_now() {
  local code account; code=$(random_code 10)
  account=$(sql juice -v login="$1" <<<"select id from account where login = lower(:'login') and removed_at is null")
  [ -n "$account" ] || die "nobody signs in as $1 (known: $(echo "select string_agg(login, ', ' order by id) from account where removed_at is null" | sql juice))"
  sql juice -v account="$account" -v hash="$(printf %s "$code" | sha256sum | cut -d ' ' -f 1)" <<'SQL'
insert into invitation (household_id, code_hash, account_id, invited_by, expires_at)
select household_id, :'hash', id, 'juice', now() + interval '1 day' from account where id = :account;
SQL
  say "within a day, at the page /come of the server, this code makes a new password for $1: ${code:0:5}-${code:5}"
}
