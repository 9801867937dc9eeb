#!/usr/bin/env bash
# Runs the benchmarks and writes docs/benchmarks.md. Each is a ratio against a named peer, measured in the same run.
set -eu -o pipefail
cd "$(dirname "$0")/.."
mkdir -p target
echo "Building the benchmarks …"
mvn -q -B -ntp -DskipTests -pl core,bench test-compile dependency:build-classpath -Dmdep.outputFile="$PWD/target/bench.cp" -Dmdep.includeScope=compile >target/bench-build.log
echo "Measuring colour differences …"
java -cp "bench/target/classes:core/target/classes:$(cat target/bench.cp)" org.openjdk.jmh.Main DifferenceBench -rf csv -rff target/bench.csv >target/bench.log
pairs() { grep "DifferenceBench.$1\"" target/bench.csv | cut -d, -f5; }
ours=$(pairs molvet)
theirs=$(pairs colormath)
{
  echo "# Benchmarks"
  echo
  echo "Made by \`./molvet bench\`. Ratios are of one run on one machine ($(nproc) cores); the rates beside them are that machine's own."
  echo
  echo "| what | Molvet | peer | ratio | goal |"
  echo "|---|---|---|---|---|"
  awk -v o="$ours" -v t="$theirs" 'BEGIN { printf "| CIEDE2000, million pairs a second | %.2f | colormath 3.6: %.2f | %.1f× | at least 3× |\n", o / 1e6, t / 1e6, o / t }'
} >docs/benchmarks.md
cat docs/benchmarks.md
