# Building what runs. Sourced by ./juice.

jar=$top/web/target/juice-swap.jar
app=$top/web/target/app # the same unpacked, with an archive of its loaded classes: it starts in two thirds of the time
# with a small threshold for the classes' memory everything would stand still for a full collection each time it grows
java_options=(-Xmx256m -XX:+UseSerialGC -XX:MetaspaceSize=192m)

is_built() { [ -e "$app/juice-swap.jar" ] && [ -z "$(find "$top/pom.xml" "$top"/core/src/main "$top"/core/pom.xml "$top"/exchange/src/main "$top"/exchange/pom.xml "$top"/pocket/src/main "$top"/pocket/pom.xml "$top"/web/src/main "$top"/web/pom.xml "$top"/web/frontend -name node_modules -prune -o -newer "$app/juice-swap.jar" -type f -print -quit)" ]; }

# where Node can't build them, styles and scripts as they were built last
frontend() { node_builds || echo -Dfrontend.kept=true; }

build() {
  is_built && return 0
  need_to_build
  (
    flock 9
    if is_built; then exit 0; fi
    [ "$(free_megabytes "$top")" -ge 500 ] || die "too little disk space to build in $top: $(free_megabytes "$top") MB free, 500 MB needed"
    say 'building (a few minutes the first time, since libraries are fetched) …'
    node_builds || say '  styles and scripts are taken as they were built last: there is no Node of version 20 or newer here'
    say '  1 of 6: a database to build with'
    start_throwaway
    log=$(mktemp)
    # shellcheck disable=SC2046
    mvn -B -f "$top/pom.xml" -pl web -am -DskipTests -Dspotless.check.skip=true -Dbuild.db.port="$build_port" $(frontend) package 2>&1 | tee "$log" | progress || true
    if ! grep -q 'BUILD SUCCESS' "$log"; then
      grep -E 'ERROR' "$log" | head -n 5 >&2; stop_throwaway; die "the build failed; all of its output is in $log"
    fi
    say '  6 of 6: made ready to start quickly'
    unpack >"$log" 2>&1 || { stop_throwaway; die "the application could not be unpacked; see $log"; }
    rm -f "$log"; stop_throwaway
  ) 9>"$top/.build.lock" || exit 1
}

# Maven's output as the steps that a person can follow
progress() {
  awk '
    /Building Juice Swap core/ { print "  2 of 6: rules and computation"; fflush() }
    /--- jooq-codegen/ { print "  3 of 6: what the database holds"; fflush() }
    /frontend-packages/ { print "  4 of 6: styles and scripts"; fflush() }
    /compiler-plugin.*:compile .*@ web/ { print "  5 of 6: pages"; fflush() }
    /Downloaded from/ { if (++fetched % 200 == 0) { print "    " fetched " files of libraries fetched"; fflush() } }'
}

unpack() {
  rm -rf "$app"
  java -Djarmode=tools -jar "$jar" extract --destination "$app"
  "$(newest_pg_bin)/psql" -h 127.0.0.1 -p "$build_port" -U juice -d postgres -qc 'create database unpack'
  local port pid; port=$(free_port)
  # what a start loads is archived as it ends; without the archive it would only start later
  JUICE_DB_URL=jdbc:postgresql://127.0.0.1:$build_port/unpack \
    java "${java_options[@]}" -XX:ArchiveClassesAtExit="$app/classes.jsa" -jar "$app/juice-swap.jar" --server.port="$port" --juice.demo=true --juice.demo.second-evening=true &
  pid=$!
  for _ in $(seq 600); do
    { kill -0 "$pid" && ! answers 127.0.0.1 "$port"; } || break
    sleep 0.1
  done
  kill "$pid" || true
  wait "$pid" || true
}
