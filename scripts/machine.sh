# What the machine must have. Sourced by ./juice.

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null; then sudo -n "$@" 2>/dev/null || sudo "$@"
  else die "$* needs root, and there is no sudo"; fi
}

install_package() { # package, what for
  say "installing $1 ($2) …"
  command -v apt-get >/dev/null || die "$1 is missing and there is no apt-get: install it and try again"
  local log; log=$(mktemp)
  if ! { as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$1" ||
         { as_root apt-get update -qq && as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$1"; }; } >"$log" 2>&1; then
    die "could not install $1: $(tail -n 1 "$log")"
  fi
  rm -f "$log"
}

# a package whose service would start by itself at install: here it is a tool, and nothing listens
install_without_starting() { # package, what for
  local policy=/usr/sbin/policy-rc.d ours=''
  if [ ! -e "$policy" ]; then as_root sh -c "printf '#!/bin/sh\nexit 101\n' >$policy && chmod +x $policy"; ours=1; fi
  (install_package "$1" "$2") || { [ -z "$ours" ] || as_root rm -f "$policy"; exit 1; }
  [ -z "$ours" ] || as_root rm -f "$policy"
}

# the first number in what a program says of itself; 0 when it is not there
version_of() { "$@" 2>&1 | grep -oE '[0-9]+' | head -n 1 || echo 0; }

# everything that is missing or too old, said before anything is built
need_to_build() {
  local missing=()
  command -v javac >/dev/null && [ "$(version_of javac -version)" -ge 17 ] || missing+=('a JDK of version 17 or newer (openjdk-17-jdk-headless)')
  command -v mvn >/dev/null || missing+=('Maven (maven)')
  command -v python3 >/dev/null || command -v node >/dev/null || command -v perl >/dev/null || missing+=('Python, Perl or Node (python3)')
  [ ${#missing[@]} -eq 0 ] || { printf 'juice: this machine lacks:\n' >&2; printf '  %s\n' "${missing[@]}" >&2; die 'install that (on Debian: apt-get install, the name in brackets) and try again'; }
}

# styles and scripts are built where Node is new enough; elsewhere they are taken as they were built last
node_builds() { command -v npm >/dev/null && command -v node >/dev/null && [ "$(version_of node --version)" -ge 20 ]; }

free_port() {
  python3 - 2>/dev/null <<'P' || perl -MIO::Socket::INET -e '$s=IO::Socket::INET->new(Listen=>1,LocalAddr=>"127.0.0.1",LocalPort=>0) or die; print $s->sockport, "\n"' 2>/dev/null || node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'
import socket
s = socket.socket(); s.bind(("127.0.0.1", 0)); print(s.getsockname()[1])
P
}

free_megabytes() { df -Pm "$1" | awk 'NR==2 {print $4}'; }

# Which process it is, not only its number: a number is given again after a power cut. Its start and this boot of the machine.
identity() { # process
  [ -r "/proc/$1/stat" ] || return 1
  local rest; rest=$(sed 's/.*) //' "/proc/$1/stat" 2>/dev/null) || return 1
  # shellcheck disable=SC2086
  set -- $rest
  printf '%s %s' "${20}" "$(cat /proc/sys/kernel/random/boot_id)"
}

remember_process() { # file, process
  printf '%s %s\n' "$2" "$(identity "$2")" >"$1"
}

# the number of the process that the file names, if that very process still runs
process_in() { # file
  local pid of_then
  [ -r "$1" ] && read -r pid of_then <"$1" 2>/dev/null && [[ $pid =~ ^[0-9]+$ ]] || return 1
  [ -n "$of_then" ] && [ "$(identity "$pid" 2>/dev/null)" = "$of_then" ] || return 1
  printf '%s' "$pid"
}

end_process() { # file; TERM, and after ten seconds KILL
  local pid; pid=$(process_in "$1") || { rm -f "$1" 2>/dev/null; return 0; }
  kill "$pid" 2>/dev/null || true
  for _ in $(seq 100); do process_in "$1" >/dev/null || break; sleep 0.1; done
  pid=$(process_in "$1") && kill -9 "$pid" 2>/dev/null || true
  rm -f "$1" 2>/dev/null || true
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

answers() { # host, port; in a shell of its own, since the connection is refused until it is there; a bare machine has no curl
  (
    exec 3<>"/dev/tcp/$1/$2"
    printf 'GET /actuator/health HTTP/1.0\r\nHost: 127.0.0.1\r\n\r\n' >&3
    read -r -t 5 line <&3
    case $line in *' 200'*) exit 0 ;; *) exit 1 ;; esac
  ) 2>/dev/null
}

# thirty letters and digits that don't look alike, as codes of the application are
random_code() { # length
  LC_ALL=C tr -dc '23456789ABCDEFGHJKMNPQRSTVWXYZ' </dev/urandom | head -c "$1" || true
}

ask() { # question; yes only to yes, and where nobody can be asked only with --yes
  [ -n "$yes" ] && return 0
  [ -t 0 ] || return 1
  local answer; read -r -p "$1 [yes/no] " answer
  [ "$answer" = yes ]
}
