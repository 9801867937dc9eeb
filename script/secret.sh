# Another key for the one under which lies what must not be told. Read by ../molvet, whose functions and variables it uses.

# Where the key lies: see db_name.
keep_key() { # KEYS
  local to=$HOME_DIR/secret.key
  if sed -n 2p "$HOME_DIR/db.name" 2>/dev/null | grep -q .; then to=$HOME_DIR/db.name; fi
  (umask 077 && { [ "$to" = "$HOME_DIR/secret.key" ] || db_name; printf '%s\n' "$1"; } > "$to.part") && mv "$to.part" "$to" \
    || die "the key could not be written; the one from before stands."
}

renew_secret() {
  local former new
  need
  # A build from before this could not open what lies under two keys.
  build
  [ -d "$HOME_DIR/db" ] || die "there is no collection in $HOME_DIR yet."
  take_lock || die "Molvet runs on this collection. ./molvet stop first, then renew its secret."
  own_db
  OWN_DB=yes
  former=$(db_key)
  new=$(new_key)
  # Until nothing is under the old key any more, both stand, and either opens: this can be broken off at any moment and done again.
  keep_key "$new,$former"
  if aside MOLVET_SEAL_ANEW=true && grep -q 'kept words are sealed under the new key' "$RUN/aside.log"; then
    keep_key "$new"
    leave_db
    say "All that must not be told is under a new key ($(sed -nE 's/.* ([0-9]+) kept words.*/\1/p' "$RUN/aside.log") of them)." \
      "Backups made before hold the key from before."
  else
    tail -3 "$RUN/aside.log"
    leave_db
    die "not all could be sealed anew; both keys stand, and nothing is lost. Try again."
  fi
}
