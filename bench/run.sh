#!/usr/bin/env bash
# Runs the benchmarks and writes docs/benchmarks.md. Each is a ratio against a named peer or limit, measured in the same
# run. run.sh [all|colours|start|find|many|choosing|scroll|arrivals|lists|charts|palette|mixing|reading|fuzz|requests|upgrade|kills|load|machines]: a part that is not run keeps its last lines.
set -eu -o pipefail
cd "$(dirname "$0")/.."
ROOT=$PWD
PART=${1:-all}
OUT=target/bench
# The most a part may last, in seconds; SMALL=1 measures least, to show that every part runs and ends.
LIMIT=${LIMIT:-2400}
export SMALL=${SMALL:-}
# What little measuring brings says nothing of speed, and is not kept.
RESULTS=docs
[ -z "$SMALL" ] || RESULTS=$OUT
mkdir -p "$OUT" "$RESULTS/benchmarks"
say() { echo "$*" >&2; }
# Asks COMMAND again and again until it holds, PID has ended or two minutes are over; shows LOG then.
await() { # PID LOG COMMAND…
  local pid=$1 log=$2 end=$((SECONDS + 120))
  shift 2
  until "$@"; do
    kill -0 "$pid" 2>/dev/null && [ $SECONDS -lt $end ] || { tail -20 "$log" >&2; return 1; }
    sleep 0.02
  done
}
answers() { curl -sf -m 5 -o /dev/null "http://127.0.0.1:$1/"; }
limited() { timeout -k 10 "$LIMIT" "$@"; }
wanted() { [ "$PART" = all ] || [ "$PART" = "$1" ]; }

say "Building the benchmarks …"
mvn -q -B -ntp -DskipTests -pl core,server,bench test-compile dependency:build-classpath -Dmdep.outputFile="$ROOT/target/bench.cp" -Dmdep.includeScope=compile >"$OUT/build.log"
CP="bench/target/classes:server/target/classes:core/target/classes:$(cat target/bench.cp)"
JAVA_FLAGS="-Djava.awt.headless=true -Xmx900m -XX:+UseSerialGC"

# ---- a Molvet of its own ----------------------------------------------------------------------------------------------

HOME_DIR=
up() {
  HOME_DIR=$(mktemp -d)
  chmod 755 "$HOME_DIR"
  PORT=$((20000 + RANDOM % 10000))
  DB_PORT=$((30000 + RANDOM % 2000))
  : >"$OUT/molvet.log"
  MOLVET_HOME=$HOME_DIR MOLVET_PORT=$PORT MOLVET_DB_PORT=$DB_PORT MOLVET_SIGN_UP=open ./molvet start >"$OUT/molvet.log" 2>&1 &
  await $! "$OUT/molvet.log" grep -q 'Molvet is at' "$OUT/molvet.log"
  mariadb --no-defaults --socket="$HOME_DIR/run/db.sock" --user="$(id -un)" -e "grant all on *.* to molvet@127.0.0.1"
  JDBC="jdbc:mariadb://127.0.0.1:$DB_PORT/molvet?user=molvet&password=$(cat "$HOME_DIR/db.password")"
}
SECOND=
down() {
  [ -z "$SECOND" ] || { kill "$SECOND" 2>/dev/null; wait "$SECOND" 2>/dev/null; } || true
  SECOND=
  [ -n "$HOME_DIR" ] || return 0
  cp "$HOME_DIR/run/server.log" "$OUT/server.log"
  MOLVET_HOME=$HOME_DIR ./molvet stop >/dev/null
  rm -rf "$HOME_DIR"
  HOME_DIR=
}
trap down EXIT

# ---- the parts --------------------------------------------------------------------------------------------------------

colours() {
  limited java -cp "$CP" org.openjdk.jmh.Main DifferenceBench ${SMALL:+-wi 0 -i 1} -rf csv -rff "$OUT/colours.csv" >"$OUT/colours.log"
  pairs() { grep "DifferenceBench.$1\"" "$OUT/colours.csv" | cut -d, -f5; }
  awk -v o="$(pairs molvet)" -v t="$(pairs colormath)" \
    'BEGIN { printf "| CIEDE2000, million pairs a second | %.2f | colormath 3.6: %.2f | %.1f× | at least 3× |\n", o / 1e6, t / 1e6, o / t }'
}

# Milliseconds from the command to the first page answered.
first_page() { # PORT COMMAND…
  local port=$1 from pid
  shift
  from=$(date +%s%N)
  "$@" >"$OUT/first-page.log" 2>&1 &
  pid=$!
  await $pid "$OUT/first-page.log" answers "$port" || { kill -KILL $pid 2>/dev/null; return 1; }
  echo $((($(date +%s%N) - from) / 1000000))
  kill $pid
  wait $pid 2>/dev/null || true
}
median() { sort -n | awk '{ v[NR] = $1 } END { print v[int((NR + 1) / 2)] }'; }

# The peer is a web starter with one page, packed by itself; once as it comes, once with its classes shared as ours are.
start() {
  local app=$ROOT/server/target/app bare=$ROOT/$OUT/bare times=7
  [ -z "$SMALL" ] || times=1
  mvn -q -B -ntp -DskipTests -f bench/bare/pom.xml package >>"$OUT/build.log"
  rm -rf "$bare"
  java -Djarmode=tools -jar bench/bare/target/molvet-bare.jar extract --destination "$bare" >>"$OUT/build.log"
  up
  timeout 120 java $JAVA_FLAGS -XX:ArchiveClassesAtExit="$bare/bare.jsa" -Dspring.context.exit=onRefresh -jar "$bare/molvet-bare.jar" \
    --server.port=0 >>"$OUT/build.log" 2>&1 || true
  export MOLVET_PORT=$((PORT + 1)) MOLVET_DB_PORT=$DB_PORT MOLVET_DB_PASSWORD=$(cat "$HOME_DIR/db.password")
  rm -f "$OUT"/start.{ours,bare,shared}
  for _ in $(seq $times); do
    first_page $((PORT + 2)) java $JAVA_FLAGS -jar "$bare/molvet-bare.jar" --server.port=$((PORT + 2)) >>"$OUT/start.bare"
    first_page $((PORT + 2)) java $JAVA_FLAGS -XX:SharedArchiveFile="$bare/bare.jsa" -jar "$bare/molvet-bare.jar" \
      --server.port=$((PORT + 2)) >>"$OUT/start.shared"
    first_page "$MOLVET_PORT" java $JAVA_FLAGS -XX:SharedArchiveFile="$app/molvet.jsa" -Dspring.aot.enabled=true -jar "$app/molvet-app.jar" >>"$OUT/start.ours"
  done
  unset MOLVET_PORT MOLVET_DB_PORT MOLVET_DB_PASSWORD
  down
  awk -v n=$times -v o="$(median <"$OUT/start.ours")" -v b="$(median <"$OUT/start.bare")" -v s="$(median <"$OUT/start.shared")" 'BEGIN {
    row = "| start to first page, s (median of %d) | %.1f | %s: %.1f | %.2f× | %s |\n"
    printf row, n, o / 1e3, "bare web starter of Spring Boot 4.1.2 with one page, by itself", b / 1e3, o / b, "at most 1.4×"
    printf row, n, o / 1e3, "the same with its classes shared", s / 1e3, o / s, "told, no goal" }'
}

find() {
  local second
  up
  second=$((PORT + 1))
  # A second Molvet on the same database writes statements with their values, so that its log can be run again bare.
  MOLVET_PORT=$second MOLVET_DB_PORT=$DB_PORT MOLVET_DB_PASSWORD=$(cat "$HOME_DIR/db.password") \
    SPRING_DATASOURCE_URL="jdbc:mariadb://127.0.0.1:$DB_PORT/molvet?timezone=UTC&useServerPrepStmts=false" \
    java $JAVA_FLAGS -jar server/target/app/molvet-app.jar >"$OUT/second.log" 2>&1 &
  SECOND=$!
  await $SECOND "$OUT/second.log" answers "$second"
  limited java -cp "$CP" molvet.bench.FindBench "http://127.0.0.1:$PORT" "http://127.0.0.1:$second" "$JDBC" 2>"$OUT/find.log"
  down
}

many() {
  up
  limited java -cp "$CP" molvet.bench.ManyBench "http://127.0.0.1:$PORT" "$JDBC" 2>"$OUT/many.log"
  down
}

choosing() {
  limited java $JAVA_FLAGS -cp "$CP" molvet.bench.RedundancyBench 2>"$OUT/choosing.log"
}

lists() {
  limited java $JAVA_FLAGS -cp "$CP" molvet.bench.ListBench 2>"$OUT/lists.log"
}

scroll() {
  up
  limited java -cp "$CP" molvet.bench.ScrollBench "http://127.0.0.1:$PORT" "$JDBC" 2>"$OUT/scroll.log"
  down
}

arrivals() {
  up
  limited java $JAVA_FLAGS -cp "$CP" molvet.bench.ArrivalBench "http://127.0.0.1:$PORT" "$JDBC" 2>"$OUT/arrivals.log"
  down
}

charts() {
  up
  limited java $JAVA_FLAGS -cp "$CP" molvet.bench.ChartBench "http://127.0.0.1:$PORT" \
    server/src/main/resources/molvet/server/measure/fonts 2>"$OUT/charts.log"
  down
}

palette() {
  limited java $JAVA_FLAGS -cp "$CP" molvet.bench.PaletteBench 2>"$OUT/palette.log"
}

mixing() {
  limited java $JAVA_FLAGS -cp "$CP" molvet.bench.MixingBench "$OUT/mixing.page" 2>"$OUT/mixing.log"
  mv "$OUT/mixing.page" "$RESULTS/mixing-accuracy.md"
}

# Speed first; then how true readings are, in a page of its own (a quarter of an hour and more).
reading() {
  local dir
  dir=$(mktemp -d)
  limited java -Djava.awt.headless=true -Xmx3g -cp "$CP" molvet.bench.ReadingSpeed make "$dir"
  limited java $JAVA_FLAGS -cp "$CP" molvet.bench.ReadingSpeed read "$dir" 2>"$OUT/reading.log"
  rm -rf "$dir"
  limited java -Djava.awt.headless=true -Xmx5g -cp "$CP" molvet.bench.ReadingAccuracy "${SHEETS:-$([ -n "$SMALL" ] && echo 3 || echo 200)}" >"$OUT/accuracy.part" 2>"$OUT/accuracy.log"
  mv "$OUT/accuracy.part" "$RESULTS/reading-accuracy.md"
}

# Not a measurement: an hour of whatever a file or a text can hold (FUZZ_SECONDS), beginning anew from what was found worth keeping.
fuzz() {
  mkdir -p "$OUT/fuzz/corpus"
  java -Djava.awt.headless=true -cp "$CP" molvet.bench.Fuzz "$OUT/fuzz/corpus"
  (cd "$OUT/fuzz" && timeout -k 30 $((${FUZZ_SECONDS:-3600} + 120)) java $JAVA_FLAGS -cp "$(printf %s "$CP" | sed "s#\\(^\\|:\\)\\([a-z]*/target\\)#\\1$ROOT/\\2#g")" \
    com.code_intelligence.jazzer.Jazzer --target_class=molvet.bench.Fuzz --keep_going=20 --instrumentation_includes='molvet.**' --trace=cov \
    --disabled_hooks=com.code_intelligence.jazzer.sanitizers.RegexRoadblocks \
    -max_total_time="${FUZZ_SECONDS:-3600}" -max_len=20000 -len_control=0 -rss_limit_mb=4000 corpus) >"$OUT/fuzz.log" 2>&1 || true
  grep -E '^== Java Exception|^stat::|DONE' "$OUT/fuzz.log" >&2 || tail -5 "$OUT/fuzz.log" >&2
}
if [ "$PART" = fuzz ]; then
  say "Fuzzing …"
  fuzz
  exit
fi

# Not a measurement: requests that are nearly right, by as many seeds as are wanted; what breaks one is told by its seed.
requests() {
  mvn -q -B -ntp -pl core,server -am -DskipTests install >"$OUT/build.log" 2>&1
  limited mvn -B -ntp -o -pl server surefire:test -Dtest=HostileRequestsTest \
    -DargLine="-Dmolvet.seeds=${SEEDS:-1-300} $JAVA_FLAGS" >"$OUT/requests.log" 2>&1 || { grep -m 20 'was answered 5' "$OUT/requests.log" >&2; return 1; }
  grep 'Tests run:.*HostileRequests' "$OUT/requests.log" >&2
}
if [ "$PART" = requests ]; then
  say "Sending requests that are nearly right …"
  requests
  exit
fi

# Not a measurement: the version before the last change of the tables (BEFORE, a commit) works beside this one on its tables.
upgrade() {
  local newest before old=$OUT/before port=$((20000 + RANDOM % 10000))
  newest=$(git log --diff-filter=A --format=%H -1 -- server/src/main/resources/db/migration)
  before=${BEFORE:-$newest^}
  rm -rf "$old" && git worktree prune
  git worktree add -q --detach "$old" "$before"
  trap 'down; git worktree remove --force "$OUT/before"' EXIT
  (cd "$old" && mvn -q -B -ntp -DskipTests -pl core,server compile >"$ROOT/$OUT/before.log" 2>&1)
  up
  # Its demo is made by the version before: every room writes on the tables of this one.
  MOLVET_PORT=$port MOLVET_DB_PORT=$DB_PORT MOLVET_DB_PASSWORD=$(cat "$HOME_DIR/db.password") MOLVET_SECRET=$(cat "$HOME_DIR/secret.key") \
    MOLVET_DEMO=true java -Djava.awt.headless=true -Xmx900m \
    -cp "$old/server/target/classes:$old/core/target/classes:$(cat target/bench.cp)" molvet.server.Molvet >"$OUT/second.log" 2>&1 &
  SECOND=$!
  await $SECOND "$OUT/second.log" curl -sf -m 5 -o /dev/null "http://127.0.0.1:$port/api/ready"
  limited java -cp "$CP" molvet.bench.Upgrade "http://127.0.0.1:$port" "http://127.0.0.1:$PORT" >&2
  say "That was $(git log -1 --format='%h of %ad' --date=short "$before") beside $(git log -1 --format=%h)."
}
if [ "$PART" = upgrade ]; then
  say "Two versions at one database …"
  upgrade
  exit
fi

# Not ratios either: what dies, how long one waits for it and what is lost; a page of its own (ROUNDS kills of a cluster, and as
# many of one machine).
# A small disk of its own for the collection, which can be filled, can stand still and can end amid writing; only who may mount
# has one.
faulty() { # DIR
  mkdir -p "$1/demo" "$1.faults"
  truncate -s 2G "$1.disk" && mkfs.ext4 -q "$1.disk" && mount -o loop "$1.disk" "$1/demo" 2>/dev/null || {
    rm -f "$1.disk"
    echo "No disk could be mounted: none was filled and none stood still." >>"$OUT/kills.page"
    return 0
  }
  chmod 755 "$1/demo"
  cat >"$1.faults/the-disk-is-full-for-8-s" <<DISK
#!/bin/sh
[ "\$1" = on ] && { dd if=/dev/zero of=$1/demo/filler bs=64k status=none; exit 0; }
rm -f $1/demo/filler
DISK
  cat >"$1.faults/the-disk-stands-still-for-8-s" <<DISK
#!/bin/sh
[ "\$1" = on ] && exec fsfreeze -f $1/demo
exec fsfreeze -u $1/demo
DISK
  # As a kernel does that finds a disk broken; whoever mends it starts the machine anew.
  cat >"$1.faults/the-disk-may-only-be-read-and-is-mended-after-8-s" <<DISK
#!/bin/sh
[ "\$1" = on ] && exec mount -o remount,abort $1/demo
until umount $1/demo; do
  for pid in $1/demo/run/*.pid; do kill -KILL "\$(cat "\$pid")"; done
  sleep 0.5
done 2>/dev/null
e2fsck -fy $1.disk >/dev/null 2>&1
mount -o loop $1.disk $1/demo
DISK
  chmod +x "$1.faults"/*
}

# One machine under blows; whoever kills it often would have it give up, and it is started again then, as a service would.
one() { # DIR RUN ROUNDS FAULTS
  local pid ended=0
  (while [ ! -e "$1/over" ]; do LD_PRELOAD=${CLOCKED:-} ./molvet demo >>"$OUT/one.log" 2>&1 || true; sleep 1; done) &
  pid=$!
  until curl -sf -m 2 -o /dev/null "http://127.0.0.1:$MOLVET_PORT/api/ready"; do sleep 1; done
  java -cp "$CP" molvet.bench.Kills "http://127.0.0.1:$MOLVET_PORT" "$2" "$3" "$seed" "$4" \
    curl -sf -m 2 -o /dev/null "http://127.0.0.1:$MOLVET_PORT/api/ready" >>"$OUT/kills.page" 2>>"$OUT/kills.log" || ended=1
  touch "$1/over"
  ./molvet stop >/dev/null
  # Else it would start one more when the word that it is over is swept away.
  wait "$pid" || true
  rm -f "$1/over"
  return $ended
}

# The same while the clock of server and database is set, and nothing is killed; only where faketime is there, which makes all
# of it slower.
clocks() { # DIR ROUNDS
  # Not the part of that name.
  CLOCKED=$(command find /usr/lib -name libfaketimeMT.so.1 2>/dev/null | head -1)
  { echo; echo "## One machine whose clock is set"; echo; } >>"$OUT/kills.page"
  [ -n "$CLOCKED" ] || { echo "Without faketime none was." >>"$OUT/kills.page"; return 0; }
  export FAKETIME_TIMESTAMP_FILE=$1.clock FAKETIME_CACHE_DURATION=1 FAKETIME_DONT_FAKE_MONOTONIC=1
  echo "+0" >"$1.clock"
  mkdir "$1.clocks" "$1.nothing"
  for by in "-3h back" "+3h forth"; do
    cat >"$1.clocks/the-clock-is-3-hours-set-${by#* }-for-8-s" <<CLOCK
#!/bin/sh
[ "\$1" = on ] && { echo "${by% *}" >$1.clock; exit 0; }
echo "+0" >$1.clock
CLOCK
  done
  chmod +x "$1.clocks"/*
  one "$1" "$1.nothing" "$2" "$1.clocks" || return 1
  rm -rf "$1.clocks" "$1.nothing" "$1.clock"
  unset CLOCKED FAKETIME_TIMESTAMP_FILE FAKETIME_CACHE_DURATION FAKETIME_DONT_FAKE_MONOTONIC
}

kills() {
  local rounds=${ROUNDS:-200} seed=${SEED:-$(date +%s)} dir pid port=$((20000 + RANDOM % 5000)) wrong=0
  [ -z "$SMALL" ] || rounds=3
  dir=$(mktemp -d)
  chmod 755 "$dir"
  export MOLVET_HOME=$dir MOLVET_PORT=$port MOLVET_SIGN_UP=open MOLVET_MOST_PAINTS=1000000 MOLVET_MOST_READINGS=100000
  {
    echo "# Killed again and again"
    echo
    echo "Made by \`./molvet bench kills\`: while three collectors catalogue paints, tell every fifth act again and a fourth has sheets"
    echo "read, parts are killed with -9, or let stand still, at moments drawn from the seed. A client’s wait is from its first try to the answer; it tells"
    echo "an act again under its key until there is one. This machine has $(nproc) cores, on which all of it runs."
    echo
    echo "## A cluster: two servers, three databases, one proxy"
    echo
  } >"$OUT/kills.page"
  : >"$OUT/cluster.log"
  ./molvet cluster >"$OUT/cluster.log" 2>&1 &
  pid=$!
  until grep -q 'Ctrl-C' "$OUT/cluster.log"; do kill -0 $pid || { tail -20 "$OUT/cluster.log" >&2; return 1; }; sleep 1; done
  java -cp "$CP" molvet.bench.Kills "http://127.0.0.1:$port" "$dir/cluster/run" "$rounds" "$seed" none ./molvet cluster status \
    >>"$OUT/kills.page" 2>"$OUT/kills.log" || wrong=1
  ./molvet cluster stop >/dev/null
  { echo; echo "## One machine"; echo; } >>"$OUT/kills.page"
  faulty "$dir"
  one "$dir" "$dir/demo/run" "$((rounds / 2 + 1))" "$dir.faults" || wrong=1
  clocks "$dir" "$((rounds / 20 + 2))" || wrong=1
  umount "$dir/demo" 2>/dev/null || true
  rm -rf "$dir" "$dir.faults" "$dir.disk"
  unset MOLVET_HOME MOLVET_PORT MOLVET_SIGN_UP MOLVET_MOST_PAINTS MOLVET_MOST_READINGS
  [ -n "$SMALL" ] || mv "$OUT/kills.page" docs/kills.md
  tail -40 "$OUT/kills.log" >&2
  return $wrong
}

# How it is with many at once, through the proxy, to one server and to two.
load() {
  local dir port=$((20000 + RANDOM % 5000)) servers pid socket db paints=${PAINTS:-2000} collectors=${COLLECTORS:-256} at=${AT_ONCE:-"1 8 32 64 256"}
  [ -z "$SMALL" ] || { paints=500; collectors=4; at="1 4"; }
  {
    echo "# Many at once"
    echo
    echo "Made by \`./molvet bench load\`: $collectors collectors with $paints paints each on a cluster of three databases, all of it and the"
    echo "collectors themselves on the $(nproc) cores of one machine. Each finds, looks, notes, makes and thinks a second between, on"
    echo "average. The bare answer is that of a session’s state: the same server without a collection. The bare statements, a page of sixty"
    echo "paints and a count of names, go straight to the same database. Cores taken away: what other machines on the same hardware had of"
    echo "the cores meanwhile, by the kernel’s count. In the last two rows of each table sixteen work, alone and then"
    echo "beside one collector who sends 40 MB pictures and asks for the report of $((10 * paints)) paints without a pause."
  } >"$OUT/load.page"
  for servers in 1 2; do
    dir=$(mktemp -d)
    chmod 755 "$dir"
    # Nothing is cut off here; a machine that stands still for seconds, as one of many on the same hardware may, is no dead node.
    export MOLVET_SUSPECT_AFTER=30 MOLVET_HOME=$dir MOLVET_PORT=$port MOLVET_SIGN_UP=open MOLVET_MOST_REQUESTS=1000000 MOLVET_MOST_PAINTS=1000000
    : >"$OUT/cluster.log"
    ./molvet cluster --servers $servers >"$OUT/cluster.log" 2>&1 &
    pid=$!
    until grep -q 'Ctrl-C' "$OUT/cluster.log"; do kill -0 $pid || { tail -20 "$OUT/cluster.log" >&2; return 1; }; sleep 1; done
    db=$(sed -nE '/^frontend database/,/^backend/s/^  bind 127.0.0.1:([0-9]+)/\1/p' "$dir/cluster/run/haproxy.cfg")
    { echo; echo "## Servers: $servers"; echo; } >>"$OUT/load.page"
    java -Xmx1g -cp "$CP" molvet.bench.Load "http://127.0.0.1:$port" \
      "jdbc:mariadb://127.0.0.1:$db/molvet?user=molvet&password=$(cat "$dir/cluster/db.password")" $paints $collectors $at \
      >>"$OUT/load.page" 2>"$OUT/load.log" || { tail -20 "$OUT/load.log" >&2; ./molvet cluster stop >/dev/null; return 1; }
    { echo; for f in "$dir"/cluster/run/server[0-9]*.pid; do echo "Memory of $(basename "$f" .pid): $(($(awk '/VmHWM/ { print $2 }' "/proc/$(cat "$f")/status") / 1024)) MB at most."; done; } >>"$OUT/load.page"
    ./molvet cluster stop >/dev/null
    rm -rf "$dir"
  done
  unset MOLVET_SUSPECT_AFTER MOLVET_HOME MOLVET_PORT MOLVET_SIGN_UP MOLVET_MOST_REQUESTS MOLVET_MOST_PAINTS
  [ -n "$SMALL" ] || mv "$OUT/load.page" docs/load.md
}
. bench/machines.sh

case $PART in
  kills | load | machines)
    say "Running $PART …"
    $PART
    exit
    ;;
esac

for part in colours start find many choosing scroll arrivals lists charts palette mixing reading; do
  wanted $part || continue
  say "Measuring $part …"
  $part >"$OUT/$part.part"
  mv "$OUT/$part.part" "$RESULTS/benchmarks/$part.lines"
done

{
  echo "# Benchmarks"
  echo
  echo "Made by \`./molvet bench\`. Ratios are of one run on one machine ($(nproc) cores); the figures beside them are that machine's own."
  echo
  echo "| what | Molvet | peer or limit | ratio | goal |"
  echo "|---|---|---|---|---|"
  for part in colours start find many choosing scroll arrivals lists charts palette mixing reading; do cat "$RESULTS/benchmarks/$part.lines" 2>/dev/null || true; done
} >"$RESULTS/benchmarks.md"
cat "$RESULTS/benchmarks.md"
