# Backup and restore: one file with everything. Read by ../molvet, whose functions and variables it uses.

newest_schema() { find server/src/main/resources/db/migration -name 'V*.sql' | sed -E 's#.*/V([0-9]+)__.*#\1#' | sort -n | tail -1; }

# Start, stop, backup and restore take one lock, so that none meets another halfway. What a killed one was at may take a moment.
take_lock() { exec 9> "$RUN/lock"; flock -w 3 9; }

# A database for this command alone; what a killed run left behind goes first.
own_db() {
  server_stop
  db_stop
  db_start
}

backup() {
  local file=$1 work=$RUN/backup.$$.work part=$RUN/backup.$$.part schema own=
  need
  if take_lock; then
    [ -d "$HOME_DIR/db" ] || die "there is no collection in $HOME_DIR yet."
    drop_work
    own_db
    own=yes
  else
    ours "$(cat "$RUN/script.pid" 2>/dev/null)" molvet && ours "$(cat "$RUN/db.pid" 2>/dev/null)" "--datadir=$HOME_DIR/db" \
      || die "another backup or restore is at work here. Try again when it is done."
  fi
  fail() { rm -rf "$work" "$file.part" "$part"; [ -n "$own" ] && db_stop; die "$*"; }
  (umask 077 && mkdir -p "$work")
  schema=$(sql "$(db_name)" -e 'select max(cast(version as unsigned)) from flyway_schema_history where success = 1') || fail "the database does not answer; nothing was written."
  # Who is signed in is not part of a collection.
  # Without the lock: what goes on for a moment when this is killed must not keep a stop from its work.
  { mariadb-dump --no-defaults --socket="$SOCKET" --user="$(id -un)" --single-transaction --quick --hex-blob --max-allowed-packet=128M \
    --ignore-table-data="$(db_name).SPRING_SESSION" --ignore-table-data="$(db_name).SPRING_SESSION_ATTRIBUTES" \
    --skip-dump-date --skip-comments "$(db_name)" | gzip -1 > "$work/collection.sql.gz"; } 9>&- || fail "the backup broke off; nothing was written."
  db_key > "$work/secret.key"
  {
    echo "molvet-backup 1"
    echo "schema $schema"
    echo "made $(date -u +%Y-%m-%dT%H:%M:%SZ)"
    echo "sha256 $(sha256sum "$work/collection.sql.gz" | cut -d' ' -f1)"
    echo "key $(sha256sum "$work/secret.key" | cut -d' ' -f1)"
  } > "$work/manifest"
  # Where half a file lies if this is killed, so that the next start takes it away.
  echo "$file.part" > "$part"
  rm -f "$file.part"
  (umask 077 && tar -C "$work" -cf "$file.part" manifest collection.sql.gz secret.key) && mv "$file.part" "$file" || fail "$file could not be written."
  rm -rf "$work" "$part"
  [ -n "$own" ] && db_stop
  say "Saved to $file ($(du -h "$file" | cut -f1), schema $schema)."
}

# What a dump of ours holds, line by line; whatever else stands in one was put there by somebody.
DUMP_LINES='^$|^--|^/\*M?!(40000|40014|40101|40103|40111|50503|100616|999999)(\\- enable the sandbox mode| (SET|ALTER TABLE `[A-Za-z_]+` (DIS|EN)ABLE KEYS)\>)[^;]*\*/;? *$'
DUMP_LINES="$DUMP_LINES"'|^(DROP TABLE IF EXISTS|LOCK TABLES|CREATE TABLE|INSERT INTO) `[A-Za-z_]+`( |;|$)|^UNLOCK TABLES;$|^\(|^  (`|(PRIMARY |UNIQUE |FULLTEXT )?KEY |CONSTRAINT )|^\) ENGINE='

# Reads a dump into NEW as somebody who owns nothing else, through a client that runs no commands.
load() { # DUMP NEW
  local dump=$1 new=$2 who=molvet_restore password stray
  stray=$(exec 9>&-; gunzip -c "$dump" | LC_ALL=C grep -vanE -m 1 "$DUMP_LINES" | cut -c1-80)
  [ -z "$stray" ] || { echo "line $stray is not of a Molvet dump" > "$RUN/restore.log"; return 1; }
  password=$(head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n')
  sql <<SQL
drop user if exists $who@localhost;
create user $who@localhost identified by '$password';
grant select, insert, create, drop, alter, index, references, lock tables on \`$new\`.* to $who@localhost;
SQL
  { gunzip -c "$dump" | MYSQL_PWD=$password mariadb --no-defaults --sandbox --binary-mode --max-allowed-packet=128M \
    --socket="$SOCKET" --user=$who "$new" 2> "$RUN/restore.log"; } 9>&-
  local came=$?
  sql -e "drop user $who@localhost"
  [ $came = 0 ] || return 1
  # Nothing that runs by itself, and nothing but the tables the migrations make.
  [ "$(sql -e "select (select count(*) from information_schema.triggers where trigger_schema = '$new')
      + (select count(*) from information_schema.routines where routine_schema = '$new')
      + (select count(*) from information_schema.events where event_schema = '$new')
      + (select count(*) from information_schema.views where table_schema = '$new')")" = 0 ] \
    || { echo "it holds what runs by itself" > "$RUN/restore.log"; return 1; }
  [ "$(sql "$new" -e 'select max(cast(version as unsigned)) from flyway_schema_history where success = 1' 2>/dev/null)" = "$schema" ] \
    || { echo "its tables are not of schema $schema" > "$RUN/restore.log"; return 1; }
}

# What a backup or restore that was killed left: half a file, and work with the key in it.
drop_work() {
  local part
  for part in "$RUN"/backup.*.part; do
    [ -s "$part" ] && rm -f "$(cat "$part")"
  done
  rm -rf "$RUN"/restore.work "$RUN"/backup.*.work "$RUN"/backup.*.part
}

# A schema that a killed restore filled and nobody took.
drop_schemas() {
  local left
  for left in $(sql -e "show databases like 'molvet\_2%'"); do
    [ "$left" = "$(db_name)" ] || sql -e "drop database \`$left\`"
  done
}

restore() {
  local file=$1 work schema old new
  [ -f "$file" ] || die "there is no file $file."
  need
  take_lock || die "Molvet runs on this collection. ./molvet stop first, then restore."
  work=$RUN/restore.work
  drop_work
  (umask 077 && mkdir -p "$work")
  refuse() { rm -rf "$work"; die "$*"; }
  tar -C "$work" -xf "$file" manifest collection.sql.gz 2>/dev/null && head -1 "$work/manifest" | grep -q '^molvet-backup 1$' \
    || refuse "$file is not a Molvet backup, or is cut short. What is here was left untouched."
  [ "$(sed -n 's/^sha256 //p' "$work/manifest")" = "$(sha256sum "$work/collection.sql.gz" | cut -d' ' -f1)" ] \
    || refuse "$file is damaged: its checksum does not match. What is here was left untouched."
  schema=$(sed -n 's/^schema //p' "$work/manifest")
  # Backups made before there was a key have none.
  if grep -q '^key ' "$work/manifest"; then
    tar -C "$work" -xf "$file" secret.key 2>/dev/null \
      && [ "$(sed -n 's/^key //p' "$work/manifest")" = "$(sha256sum "$work/secret.key" | cut -d' ' -f1)" ] \
      || refuse "$file is damaged: its key is missing or changed. What is here was left untouched."
  fi
  [ "$schema" -le "$(newest_schema)" ] 2>/dev/null \
    || refuse "$file was made by a newer Molvet (schema $schema, this one knows $(newest_schema)). Update first. What is here was left untouched."
  own_db
  drop_schemas
  old=$(db_name)
  new=molvet_$(date -u +%Y%m%d%H%M%S)
  sql -e "create database $new character set utf8mb4 collate utf8mb4_unicode_ci"
  if ! load "$work/collection.sql.gz" "$new"; then
    sql -e "drop database $new"
    rm -rf "$work"
    db_stop
    die "$file could not be loaded: $(grep -m 1 -a -e ERROR "$RUN/restore.log" || head -1 "$RUN/restore.log"). What is here was left untouched."
  fi
  # Whoever was signed in when it was saved signs in again.
  sql "$new" -e 'delete from SPRING_SESSION'
  # One rename decides: before it the old collection stands with its key, after it the new with its own.
  [ -f "$work/secret.key" ] || db_key > "$work/secret.key"
  (umask 077 && { echo "$new"; cat "$work/secret.key"; echo; } > "$HOME_DIR/db.name.part") && mv "$HOME_DIR/db.name.part" "$HOME_DIR/db.name"
  sql -e "drop database $old"
  rm -rf "$work"
  db_stop
  say "Restored $file (schema $schema)."
}
