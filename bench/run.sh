#!/usr/bin/env bash
# Runs the benchmarks and writes docs/benchmarks.md. Each is a ratio against a named peer or limit, measured in the same
# run. run.sh [all|colours|start|find|choosing|scroll|arrivals|charts|reading]: a part that is not run keeps its last lines.
set -eu -o pipefail
cd "$(dirname "$0")/.."
ROOT=$PWD
PART=${1:-all}
OUT=target/bench
mkdir -p "$OUT" docs/benchmarks
say() { echo "$*" >&2; }
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
  MOLVET_HOME=$HOME_DIR MOLVET_PORT=$PORT MOLVET_DB_PORT=$DB_PORT MOLVET_SIGN_UP=open ./molvet start >"$OUT/molvet.log" 2>&1 &
  until grep -q 'Molvet is at' "$OUT/molvet.log"; do kill -0 $! || { cat "$OUT/molvet.log" >&2; exit 1; }; sleep 0.5; done
  mariadb --no-defaults --socket="$HOME_DIR/run/db.sock" --user="$(id -un)" -e "grant all on *.* to molvet@127.0.0.1"
  JDBC="jdbc:mariadb://127.0.0.1:$DB_PORT/molvet?user=molvet&password=$(cat "$HOME_DIR/db.password")"
}
down() {
  [ -n "$HOME_DIR" ] || return 0
  MOLVET_HOME=$HOME_DIR ./molvet stop >/dev/null
  rm -rf "$HOME_DIR"
  HOME_DIR=
}
trap down EXIT

# ---- the parts --------------------------------------------------------------------------------------------------------

colours() {
  java -cp "$CP" org.openjdk.jmh.Main DifferenceBench -rf csv -rff "$OUT/colours.csv" >"$OUT/colours.log"
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
  until curl -sf -o /dev/null "http://127.0.0.1:$port/"; do kill -0 $pid || { cat "$OUT/first-page.log" >&2; return 1; }; sleep 0.02; done
  echo $((($(date +%s%N) - from) / 1000000))
  kill $pid
  wait $pid 2>/dev/null || true
}
median() { sort -n | awk '{ v[NR] = $1 } END { print v[int((NR + 1) / 2)] }'; }

start() {
  up
  export MOLVET_PORT=$((PORT + 1)) MOLVET_DB_PORT=$DB_PORT MOLVET_DB_PASSWORD=$(cat "$HOME_DIR/db.password")
  : >"$OUT/start.ours"
  : >"$OUT/start.bare"
  local app=$ROOT/server/target/app
  for _ in 1 2 3 4 5 6 7; do
    first_page $((PORT + 2)) java $JAVA_FLAGS -cp "$CP" molvet.bench.BareBoot --server.port=$((PORT + 2)) >>"$OUT/start.bare"
    first_page "$MOLVET_PORT" java $JAVA_FLAGS -XX:SharedArchiveFile="$app/molvet.jsa" -jar "$app/molvet-app.jar" >>"$OUT/start.ours"
  done
  unset MOLVET_PORT MOLVET_DB_PORT MOLVET_DB_PASSWORD
  down
  awk -v o="$(median <"$OUT/start.ours")" -v b="$(median <"$OUT/start.bare")" \
    'BEGIN { printf "| start to first page, s (median of 7) | %.1f | bare Spring Boot 4.1.2 with one page: %.1f | %.2f× | at most 1.6× |\n", o / 1e3, b / 1e3, o / b }'
}

find() {
  local second pid
  up
  second=$((PORT + 1))
  # A second Molvet on the same database writes statements with their values, so that its log can be run again bare.
  MOLVET_PORT=$second MOLVET_DB_PORT=$DB_PORT MOLVET_DB_PASSWORD=$(cat "$HOME_DIR/db.password") \
    SPRING_DATASOURCE_URL="jdbc:mariadb://127.0.0.1:$DB_PORT/molvet?timezone=UTC&useServerPrepStmts=false" \
    java $JAVA_FLAGS -jar server/target/app/molvet-app.jar >"$OUT/second.log" 2>&1 &
  pid=$!
  until curl -sf -o /dev/null "http://127.0.0.1:$second/"; do kill -0 $pid || { cat "$OUT/second.log" >&2; return 1; }; sleep 0.2; done
  java -cp "$CP" molvet.bench.FindBench "http://127.0.0.1:$PORT" "http://127.0.0.1:$second" "$JDBC" 2>"$OUT/find.log"
  kill $pid
  wait $pid 2>/dev/null || true
  down
}

choosing() {
  java $JAVA_FLAGS -cp "$CP" molvet.bench.RedundancyBench 2>"$OUT/choosing.log"
}

scroll() {
  up
  java -cp "$CP" molvet.bench.ScrollBench "http://127.0.0.1:$PORT" "$JDBC" 2>"$OUT/scroll.log"
  down
}

arrivals() {
  up
  java $JAVA_FLAGS -cp "$CP" molvet.bench.ArrivalBench "http://127.0.0.1:$PORT" "$JDBC" 2>"$OUT/arrivals.log"
  down
}

charts() {
  up
  java $JAVA_FLAGS -cp "$CP" molvet.bench.ChartBench "http://127.0.0.1:$PORT" \
    server/src/main/resources/molvet/server/measure/fonts 2>"$OUT/charts.log"
  down
}

# Speed first; then how true readings are, in a page of its own (a quarter of an hour and more).
reading() {
  local dir
  dir=$(mktemp -d)
  java -Djava.awt.headless=true -Xmx3g -cp "$CP" molvet.bench.ReadingSpeed make "$dir"
  java $JAVA_FLAGS -cp "$CP" molvet.bench.ReadingSpeed read "$dir" 2>"$OUT/reading.log"
  rm -rf "$dir"
  java -Djava.awt.headless=true -Xmx5g -cp "$CP" molvet.bench.ReadingAccuracy "${SHEETS:-200}" >"$OUT/accuracy.part" 2>"$OUT/accuracy.log"
  mv "$OUT/accuracy.part" docs/reading-accuracy.md
}

for part in colours start find choosing scroll arrivals charts reading; do
  wanted $part || continue
  say "Measuring $part …"
  $part >"$OUT/$part.part"
  mv "$OUT/$part.part" "docs/benchmarks/$part.lines"
done

{
  echo "# Benchmarks"
  echo
  echo "Made by \`./molvet bench\`. Ratios are of one run on one machine ($(nproc) cores); the figures beside them are that machine's own."
  echo
  echo "| what | Molvet | peer or limit | ratio | goal |"
  echo "|---|---|---|---|---|"
  for part in colours start find choosing scroll arrivals charts reading; do cat "docs/benchmarks/$part.lines" 2>/dev/null || true; done
} >docs/benchmarks.md
cat docs/benchmarks.md
