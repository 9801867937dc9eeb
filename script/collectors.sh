# Who has an account here: what they take, and on their wish all of it into a file, or away. Read by ../molvet, whose functions and
# variables it uses. Nothing here shows what is in a collection.

# The database of a copy that runs, or one for this command alone.
reach_db() {
  if take_lock; then
    [ -d "$HOME_DIR/db" ] || die "there is no collection in $HOME_DIR yet."
    own_db
    OWN_DB=yes
  else
    ours "$(cat "$RUN/script.pid" 2>/dev/null)" molvet && ours "$(cat "$RUN/db.pid" 2>/dev/null)" "--datadir=$HOME_DIR/db" \
      || die "a backup or restore is at work here. Try again when it is done."
  fi
}
leave_db() { [ -z "${OWN_DB:-}" ] || db_stop; }

# Which collector has an address; as bytes, so that nothing typed is ever part of a statement.
collector_id() { # EMAIL
  local who
  who=$(printf %s "$1" | tr '[:upper:]' '[:lower:]' | od -An -tx1 -v | tr -d ' \n')
  sql "$(db_name)" -e "select id from collector where email = convert(x'$who' using utf8mb4) collate utf8mb4_unicode_ci"
}

# A server at the same database that does one thing and ends.
aside() { # SETTING…
  (
    [ -n "${OWN_DB:-}" ] || DB_PORT=$(sql -e 'select @@port')
    with_secrets
    export MOLVET_SERVER=aside MOLVET_PORT=$(free_port) MOLVET_DEMO=false "$@"
    exec java $JAVA_FLAGS -jar "$APP/molvet-app.jar" 9>&-
  ) > "$RUN/aside.log" 2>&1
}

collectors() { # [--delete EMAIL | --export EMAIL FILE]
  local id
  need
  [ -f "$APP/molvet-app.jar" ] || build
  [ "${1:-}" != --export ] || [ ! -e "$3" ] || die "$3 is there already; nothing was written."
  reach_db
  case ${1:-} in
    '')
      sql "$(db_name)" --column-names --table -e "
        select c.email, c.name, c.created_at since,
               (select count(*) from paint p where p.collector_id = c.id) paints,
               (select count(*) from picture i where i.collector_id = c.id) pictures,
               (select round(coalesce(sum(i.size), 0) / 1000000) from picture i where i.collector_id = c.id) MB,
               (select max(a.at) from act a where a.collector_id = c.id) 'last act'
        from collector c order by c.email"
      ;;
    --delete | --export)
      id=$(collector_id "$2") || { leave_db; die "the database does not answer; nothing was done."; }
      [ -n "$id" ] || { leave_db; die "there is no account for $2 here."; }
      ;;&
    --delete)
      if [ -t 0 ]; then
        read -rp "All of $2’s collection goes and cannot be brought back but from a backup. Type the address once more: " again
        [ "$again" = "$2" ] || { leave_db; die "nothing was deleted."; }
      fi
      aside MOLVET_TAKE_AWAY="$id"
      [ -z "$(collector_id "$2")" ] || { tail -3 "$RUN/aside.log"; leave_db; die "$2 could not be deleted; nothing was."; }
      say "The account of $2 and all that was in it are deleted."
      ;;
    --export)
      aside MOLVET_HAND_OUT="$id" MOLVET_HAND_OUT_TO="$3"
      [ -s "$3" ] || { tail -3 "$RUN/aside.log"; leave_db; die "$3 could not be written."; }
      say "All that $2 has is in $3 ($(du -h "$3" | cut -f1))."
      ;;
  esac
  leave_db
}
