# Starting with the machine: a unit of systemd of the user's own.

service() { # [--remove]
  local unit=${XDG_CONFIG_HOME:-$HOME/.config}/systemd/user/molvet.service
  if [ "$1" = --remove ]; then
    [ -e "$unit" ] || { say "There is no unit of Molvet's at $unit."; return; }
    systemctl --user disable --now molvet.service >/dev/null 2>&1
    rm -f "$unit"
    systemctl --user daemon-reload >/dev/null 2>&1
    say "Molvet starts with the machine no more. Your collection stays."
    return
  fi
  [ -z "$1" ] || [ "$1" = --phone ] || die "service takes --phone or --remove."
  if ! command -v systemctl >/dev/null || ! systemctl --user show-environment >/dev/null 2>&1; then
    die "this machine has no systemd that would start something for $(id -un). Start Molvet with ./molvet start${1:+ $1}."
  fi
  need
  mkdir -p "${unit%/*}"
  {
    printf '[Unit]\nDescription=Molvet, a catalogue of watercolours\nAfter=network-online.target\n\n[Service]\n'
    printf 'ExecStart=%s start %s\n' "$(quoted_for_systemd "$ROOT/molvet")" "$1"
    local name
    for name in PATH MOLVET_HOME MOLVET_PORT MOLVET_PHONE_PORT MOLVET_PHONE_ADDRESS MOLVET_URL MOLVET_HOSTS MOLVET_SIGN_UP; do
      [ -z "${!name:-}" ] || printf 'Environment=%s\n' "$(quoted_for_systemd "$name=${!name}")"
    done
    printf 'KillMode=mixed\nTimeoutStopSec=60\nRestart=on-failure\nRestartSec=10\n\n[Install]\nWantedBy=default.target\n'
  } > "$unit.new" && mv "$unit.new" "$unit"
  systemctl --user daemon-reload && systemctl --user enable --now molvet.service >/dev/null 2>&1 \
    || die "systemd did not take the unit at $unit: see systemctl --user status molvet.service"
  # Without it a user's units end when the user signs out.
  loginctl enable-linger "$(id -un)" >/dev/null 2>&1 \
    || say "It starts when you sign in. For a start with the machine itself: sudo loginctl enable-linger $(id -un)"
  say "Molvet starts with the machine, at http://127.0.0.1:$PORT. ./molvet service --remove takes that back."
}

quoted_for_systemd() { printf '"%s"' "$(sed 's/[\\"]/\\&/g; s/%/%%/g; s/\$/$$/g' <<< "$1")"; }
