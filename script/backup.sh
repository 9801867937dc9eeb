# Backup and restore: one file with everything. Read by ../molvet, whose functions and variables it uses.

newest_schema() { find server/src/main/resources/db/migration -name 'V*.sql' | sed -E 's#.*/V([0-9]+)__.*#\1#' | sort -n | tail -1; }

with_db() { # whether the database was started here
  STARTED_DB=
  ours "$(cat "$RUN/db.pid" 2>/dev/null)" "--datadir=$HOME_DIR/db" && return
  [ -d "$HOME_DIR/db" ] || [ "${1:-}" = make ] || die "there is no collection in $HOME_DIR yet."
  db_start
  STARTED_DB=yes
}

backup() {
  local file=$1 work schema
  need
  with_db
  work=$(mktemp -d)
  schema=$(sql "$(db_name)" -e 'select max(cast(version as unsigned)) from flyway_schema_history where success = 1')
  mariadb-dump --no-defaults --socket="$SOCKET" --user="$(id -un)" --single-transaction --quick --hex-blob --max-allowed-packet=128M \
    --skip-dump-date --skip-comments "$(db_name)" | gzip -6 > "$work/collection.sql.gz" || { rm -rf "$work"; die "the backup broke off; nothing was written."; }
  db_key > "$work/secret.key"
  {
    echo "molvet-backup 1"
    echo "schema $schema"
    echo "made $(date -u +%Y-%m-%dT%H:%M:%SZ)"
    echo "sha256 $(sha256sum "$work/collection.sql.gz" | cut -d' ' -f1)"
    echo "key $(sha256sum "$work/secret.key" | cut -d' ' -f1)"
  } > "$work/manifest"
  tar -C "$work" -cf "$file.part" manifest collection.sql.gz secret.key && chmod 600 "$file.part" && mv "$file.part" "$file" || { rm -rf "$work" "$file.part"; die "$file could not be written."; }
  rm -rf "$work"
  [ -n "$STARTED_DB" ] && db_stop
  say "Saved to $file ($(du -h "$file" | cut -f1), schema $schema)."
}

restore() {
  local file=$1 work schema old new
  [ -f "$file" ] || die "there is no file $file."
  need
  work=$(mktemp -d)
  tar -C "$work" -xf "$file" manifest collection.sql.gz 2>/dev/null && head -1 "$work/manifest" | grep -q '^molvet-backup 1$' \
    || { rm -rf "$work"; die "$file is not a Molvet backup, or is cut short. What is here was left untouched."; }
  [ "$(sed -n 's/^sha256 //p' "$work/manifest")" = "$(sha256sum "$work/collection.sql.gz" | cut -d' ' -f1)" ] \
    || { rm -rf "$work"; die "$file is damaged: its checksum does not match. What is here was left untouched."; }
  schema=$(sed -n 's/^schema //p' "$work/manifest")
  # Backups made before there was a key have none.
  if grep -q '^key ' "$work/manifest"; then
    tar -C "$work" -xf "$file" secret.key 2>/dev/null \
      && [ "$(sed -n 's/^key //p' "$work/manifest")" = "$(sha256sum "$work/secret.key" | cut -d' ' -f1)" ] \
      || { rm -rf "$work"; die "$file is damaged: its key is missing or changed. What is here was left untouched."; }
  fi
  [ "$schema" -le "$(newest_schema)" ] 2>/dev/null \
    || { rm -rf "$work"; die "$file was made by a newer Molvet (schema $schema, this one knows $(newest_schema)). Update first. What is here was left untouched."; }
  ours "$(cat "$RUN/server.pid" 2>/dev/null)" "-Dmolvet.home=$HOME_DIR" && { rm -rf "$work"; die "Molvet runs on this collection. ./molvet stop first, then restore."; }
  with_db make
  old=$(db_name)
  new=molvet_$(date -u +%Y%m%d%H%M%S)
  sql -e "create database $new character set utf8mb4 collate utf8mb4_unicode_ci"
  if ! gunzip -c "$work/collection.sql.gz" | mariadb --no-defaults --max-allowed-packet=128M --socket="$SOCKET" --user="$(id -un)" "$new" 2> "$RUN/restore.log"; then
    sql -e "drop database $new"
    rm -rf "$work"
    [ -n "$STARTED_DB" ] && db_stop
    die "$file could not be loaded: $(head -1 "$RUN/restore.log"). What is here was left untouched."
  fi
  # One rename decides: before it the old collection stands with its key, after it the new with its own.
  [ -f "$work/secret.key" ] || db_key > "$work/secret.key"
  (umask 077 && { echo "$new"; cat "$work/secret.key"; echo; } > "$HOME_DIR/db.name.part") && mv "$HOME_DIR/db.name.part" "$HOME_DIR/db.name"
  sql -e "drop database $old"
  rm -rf "$work"
  [ -n "$STARTED_DB" ] && db_stop
  say "Restored $file (schema $schema)."
}
