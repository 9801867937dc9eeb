#!/usr/bin/env bash
# Starts, kills, stops, backs up and restores the demo as a person would, in a home of its own. Ends with 0 if all held.
set -u
cd "$(dirname "$0")/../../../.." || exit 1
export MOLVET_HOME
MOLVET_HOME=$(mktemp -d)
MOLVET_PORT=$((20000 + RANDOM % 20000))
export MOLVET_PORT
# Each server lives for a few seconds here: compiling twice what it runs would take longer than running it.
export JAVA_TOOL_OPTIONS=-XX:TieredStopAtLevel=1
LOG=$MOLVET_HOME/out.log
trap './molvet stop >/dev/null 2>&1; rm -rf "$MOLVET_HOME"' EXIT

fail() { echo "FAIL: $*"; tail -5 "$LOG" "$MOLVET_HOME/demo/run/server.log" 2>/dev/null; exit 1; }
start() {
  : > "$LOG"
  ./molvet demo > "$LOG" 2>&1 &
  SCRIPT=$!
  for _ in $(seq 1 1500); do
    grep -q 'Molvet is at' "$LOG" && return
    kill -0 $SCRIPT 2>/dev/null || fail "it did not start"
    sleep 0.2
  done
  fail "it did not start in five minutes"
}
name() { sed -n 1p "$MOLVET_HOME/demo/db.name" 2>/dev/null | grep . || echo molvet; }
key() { sed -n 2p "$MOLVET_HOME/demo/db.name" 2>/dev/null | grep . || cat "$MOLVET_HOME/demo/secret.key"; }
sql() { mariadb --no-defaults --socket="$MOLVET_HOME/demo/run/db.sock" --user="$(id -un)" -BN "$@"; }
sums() {
  local db=$(name)
  local tables=$(sql -e "select group_concat(concat('\`$db\`.\`', table_name, '\`') order by table_name) from information_schema.tables where table_schema = '$db' and table_name not like 'SPRING%'")
  sql -e "checksum table $tables" | sed "s/^$db\.//"
}
ours() { pgrep -f -- "$MOLVET_HOME" | grep -v -e "^$$\$" | while read -r p; do tr '\0' ' ' < "/proc/$p/cmdline" 2>/dev/null | grep -E 'mariadbd|java'; done; }

start
# The demo's scan is read in the background; what is compared must have come to rest.
for _ in $(seq 1 1500); do
  [ "$(sql -e "select count(*) from \`$(name)\`.scan where state in ('QUEUED', 'READING')")" = 0 ] && break
  sleep 0.2
done
# Most of a backup is pictures, and some thirty are made and read back below: of all but every eighth the beginning will do.
sql -e "update \`$(name)\`.picture set bytes = left(bytes, 512), preview = left(preview, 512) where id % 8 <> 0"
./molvet backup "$MOLVET_HOME/a.molvet" --demo >> "$LOG" 2>&1 || fail "backup while it runs"
BEFORE=$(sums)
[ "$(echo "$BEFORE" | wc -l)" -gt 15 ] || fail "too few tables to compare"
./molvet restore "$MOLVET_HOME/a.molvet" --demo >> "$LOG" 2>&1 && fail "restore under a running server"

# A server that ends by itself is started again, and so is a database.
SERVER=$(cat "$MOLVET_HOME/demo/run/server.pid")
up() { curl -fsS --max-time 2 "http://127.0.0.1:$MOLVET_PORT/api/health" 2>/dev/null | grep -q '"UP"'; }
again() { for _ in $(seq 1 300); do up && return; sleep 0.2; done; fail "$1 was not started again"; }
kill -KILL "$SERVER"
for _ in $(seq 1 50); do up || break; sleep 0.1; done
again "a killed server"
[ "$(cat "$MOLVET_HOME/demo/run/server.pid")" != "$SERVER" ] || fail "the server was not started again"
kill -KILL "$(cat "$MOLVET_HOME/demo/run/db.pid")"
for _ in $(seq 1 50); do up || break; sleep 0.1; done
again "a killed database"

kill -KILL $SCRIPT "$(cat "$MOLVET_HOME/demo/run/server.pid")"
start
[ "$(sums)" = "$BEFORE" ] || fail "a killed demo came back changed"
kill -TERM $SCRIPT
wait $SCRIPT
[ -z "$(ours)" ] || fail "SIGTERM left something running: $(ours)"

head -c 20000 "$MOLVET_HOME/a.molvet" > "$MOLVET_HOME/cut.molvet"
./molvet restore "$MOLVET_HOME/cut.molvet" --demo > "$LOG" 2>&1 && fail "a cut backup was taken"
grep -q 'left untouched' "$LOG" || fail "a cut backup is not explained"
mkdir "$MOLVET_HOME/x" && tar -C "$MOLVET_HOME/x" -xf "$MOLVET_HOME/a.molvet"
cp "$MOLVET_HOME/x/manifest" "$MOLVET_HOME/manifest"
sed -i 's/^schema .*/schema 9999/' "$MOLVET_HOME/x/manifest"
tar -C "$MOLVET_HOME/x" -cf "$MOLVET_HOME/newer.molvet" manifest collection.sql.gz secret.key
./molvet restore "$MOLVET_HOME/newer.molvet" --demo > "$LOG" 2>&1 && fail "a newer backup was taken"
grep -q 'newer Molvet' "$LOG" || fail "a newer backup is not explained"
cp "$MOLVET_HOME/manifest" "$MOLVET_HOME/x/manifest"
# Another byte than the one that stands there: one in 256 is an x.
BYTE=$(od -An -tu1 -j 5000 -N 1 "$MOLVET_HOME/x/collection.sql.gz")
printf "\\x$(printf %02x $(((BYTE + 1) % 256)))" | dd of="$MOLVET_HOME/x/collection.sql.gz" bs=1 seek=5000 conv=notrunc 2>/dev/null
tar -C "$MOLVET_HOME/x" -cf "$MOLVET_HOME/bent.molvet" manifest collection.sql.gz secret.key
./molvet restore "$MOLVET_HOME/bent.molvet" --demo > "$LOG" 2>&1 && fail "a damaged backup was taken"
grep -q 'checksum' "$LOG" || fail "a damaged backup is not explained"

tar -C "$MOLVET_HOME/x" -xf "$MOLVET_HOME/a.molvet" && tar -C "$MOLVET_HOME/x" -cf "$MOLVET_HOME/keyless.molvet" manifest collection.sql.gz
./molvet restore "$MOLVET_HOME/keyless.molvet" --demo > "$LOG" 2>&1 && fail "a backup without its key was taken"

# A backup in which somebody put commands: refused, and nothing of it runs.
tar -C "$MOLVET_HOME/x" -xf "$MOLVET_HOME/a.molvet"
gunzip -c "$MOLVET_HOME/x/collection.sql.gz" | tail -n +2 | gzip -1 > "$MOLVET_HOME/body.gz"
hostile() { # NAME LINE…
  local name=$1
  shift
  cp "$MOLVET_HOME/manifest" "$MOLVET_HOME/x/manifest"
  # Archives one behind the other are one archive (RFC 1952, 2.2).
  printf '%s\n' "$@" | gzip -1 | cat - "$MOLVET_HOME/body.gz" <(printf '%s\n' "$@" | gzip -1) > "$MOLVET_HOME/x/collection.sql.gz"
  sed -i "s/^sha256 .*/sha256 $(sha256sum "$MOLVET_HOME/x/collection.sql.gz" | cut -d' ' -f1)/" "$MOLVET_HOME/x/manifest"
  tar -C "$MOLVET_HOME/x" -cf "$MOLVET_HOME/$name.molvet" manifest collection.sql.gz secret.key
  ./molvet restore "$MOLVET_HOME/$name.molvet" --demo > "$LOG" 2>&1 && fail "a backup with $name in it was taken"
  grep -q 'left untouched' "$LOG" || fail "a backup with $name in it is not explained"
  [ -e "$MOLVET_HOME/ran" ] && fail "$name in a backup ran"
  return 0
}
hostile shell "\\! touch $MOLVET_HOME/ran"
hostile source "source /etc/passwd"
hostile user "create user evil@localhost identified by 'x';"
hostile outfile "select 1 into outfile '$MOLVET_HOME/ran';"
# Behind the beginning of a line as a dump writes it, it meets somebody who may do nothing but fill tables.
hostile appended "DROP TABLE IF EXISTS \`paint\`; create user evil@localhost identified by 'x';"
hostile appendedfile "LOCK TABLES \`paint\` WRITE; select 1 into outfile '$MOLVET_HOME/ran';"
hostile trigger "INSERT INTO \`paint\` select 1; create trigger t before insert on paint for each row set new.name = 'x';"
KEY=$(key)
echo lost > "$MOLVET_HOME/demo/secret.key"

# Killed on the last step before the collections change places, a restore has changed neither collection nor key.
mkdir "$MOLVET_HOME/bin"
printf '#!/bin/sh\ncase "$*" in *db.name) kill -KILL $PPID; exec sleep 60 9>&- ;; esac\nexec /bin/mv "$@"\n' > "$MOLVET_HOME/bin/mv"
chmod +x "$MOLVET_HOME/bin/mv"
NAME=$(name)
PATH=$MOLVET_HOME/bin:$PATH ./molvet restore "$MOLVET_HOME/a.molvet" --demo > "$LOG" 2>&1 && fail "a killed restore ended well"
[ "$(name) $(key)" = "$NAME lost" ] || fail "a killed restore changed one of collection and key"

./molvet restore "$MOLVET_HOME/a.molvet" --demo > "$LOG" 2>&1 || fail "restore"
[ "$(name)" != "$NAME" ] && [ "$(key)" = "$KEY" ] || fail "the key did not come back"
start
[ "$(sums)" = "$BEFORE" ] || fail "restored is not what was saved"
./molvet stop > /dev/null
[ -z "$(ours)" ] || fail "stop left something running: $(ours)"

# Each command killed at eight moments spread over the time it takes: what is left can be stopped, starts, and is whole.
killed() { # SECONDS COMMAND…
  local whole=$1 i
  shift
  for i in 1 2 3 4 5 6 7 8; do
    [ "$1" != stop ] || start
    ./molvet "$@" > "$LOG" 2>&1 &
    sleep "$(awk "BEGIN { print $whole * $i / 9 }")"
    kill -KILL $! 2>/dev/null
    wait $! 2>/dev/null
    ./molvet stop > "$LOG" 2>&1
    [ -z "$(ours)" ] || fail "$1 killed at $i of 9 of $whole s left something that stop does not end: $(ours)"
  done
  start
  [ "$(sums)" = "$BEFORE" ] || fail "after $1 was killed the collection is another"
  [ "$(sql -e "show databases like 'molvet%'" | wc -l)" = 1 ] || fail "$1 killed left a schema behind"
  ls "$MOLVET_HOME"/demo/run/*.work "$MOLVET_HOME"/demo/run/*.part "$MOLVET_HOME"/*.part 2>/dev/null && fail "$1 killed left files behind"
  ./molvet stop > /dev/null
}
took() { local from=$(date +%s%N); "$@" > "$LOG" 2>&1; awk "BEGIN { print ($(date +%s%N) - $from) / 1e9 }"; }
killed "$(took ./molvet backup "$MOLVET_HOME/b.molvet" --demo)" backup "$MOLVET_HOME/b.molvet" --demo
killed "$(took ./molvet restore "$MOLVET_HOME/a.molvet" --demo)" restore "$MOLVET_HOME/a.molvet" --demo
killed "$(took start)" demo
killed 1.5 stop

# Another key, while nothing runs: what was under the old one is under the new alone (it is looked at below).
KEY=$(key)
./molvet secret renew --demo > "$LOG" 2>&1 || fail "another key"
grep -q 'under a new key ([1-9][0-9]* of them)' "$LOG" || fail "what went under the new key is not told"
key | grep -qx '[0-9a-f]\{64\}' && [ "$(key)" != "$KEY" ] || fail "the key is not another"
[ -z "$(ours)" ] || fail "renewing the key left something running: $(ours)"

# A forgotten password is set anew while nothing runs and while it runs; no other opens the account then.
opens() {
  curl -s -c "$MOLVET_HOME/jar" -o /dev/null -w '%{http_code}' -X POST -H 'Content-Type: application/json' \
    -d "{\"email\":\"demo@molvet.example\",\"password\":\"$1\"}" "http://127.0.0.1:$MOLVET_PORT/api/session"
}
echo "three new words" | ./molvet password Demo@molvet.example --demo > "$LOG" 2>&1 || fail "password while nothing runs"
[ -z "$(ours)" ] || fail "password left something running: $(ours)"
start
[ "$(opens 'three new words') $(opens molvet-demo)" = "200 401" ] || fail "the new password is not the one that opens"
opens 'three new words' > /dev/null
curl -s -b "$MOLVET_HOME/jar" "http://127.0.0.1:$MOLVET_PORT/api/givers/$(sql -e "select id from \`$(name)\`.giver where sealed is not null limit 1")/name" \
  | grep -q 'Isolde Penrose' || fail "the new key does not open what was sealed under the old"
./molvet secret renew --demo > /dev/null 2>&1 && fail "the key was renewed under a running server"
echo "four newer words now" | ./molvet password demo@molvet.example --demo >> "$LOG" 2>&1 || fail "password while it runs"
[ "$(opens 'four newer words now') $(opens 'three new words')" = "200 401" ] || fail "the newer password is not the one that opens"
[ "$(sql -e "select count(*) from \`$(name)\`.SPRING_SESSION")" = 1 ] || fail "sessions outlived the password"
echo short | ./molvet password demo@molvet.example --demo >> "$LOG" 2>&1 && fail "a short password was taken"
echo "three new words" | ./molvet password "x' or '1'='1" --demo >> "$LOG" 2>&1 && fail "a password for nobody"

# Who runs it sees who has how much, hands somebody what is theirs, and deletes it; a file that is there stays.
./molvet collectors --demo > "$LOG" 2>&1 && grep -q 'demo@molvet.example' "$LOG" || fail "collectors are not told"
./molvet collectors --export demo@molvet.example "$MOLVET_HOME/theirs.zip" --demo > "$LOG" 2>&1 || fail "a collection was not handed out"
(cd "$MOLVET_HOME" && jar xf theirs.zip collection.json && head -c 200 collection.json | grep -q molvet-collection) || fail "what was handed out is no collection"
./molvet collectors --export demo@molvet.example "$MOLVET_HOME/theirs.zip" --demo > "$LOG" 2>&1 && fail "a file was written over"
./molvet collectors --export nobody@molvet.example "$MOLVET_HOME/none.zip" --demo > "$LOG" 2>&1 && fail "a collection of nobody"
./molvet collectors --delete "x' or '1'='1" --demo < /dev/null > "$LOG" 2>&1 && fail "deleting nobody"
./molvet collectors --delete demo@molvet.example --demo < /dev/null > "$LOG" 2>&1 || fail "a collector was not deleted"
[ "$(sql -e "select count(*) from \`$(name)\`.paint")" = 0 ] || fail "a deleted collector left paints"
./molvet stop > /dev/null
echo "start, kill, stop, backup, restore, another key, password and collectors hold"
