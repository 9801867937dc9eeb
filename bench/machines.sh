#!/usr/bin/env bash
# Seven machines that are network namespaces of this one, each with its own /etc, /opt and /var/lib/mysql, made as docs/running-many.md
# says: every file is taken from that page. People work through the proxy while parts are killed and machines cut off. Needs root.
# Read by run.sh, whose functions and variables it uses.

MACHINES=(db1 db2 db3 web1 web2 proxy people)
PAGE=docs/running-many.md

address() {
  case $1 in
    db*) echo "10.77.0.1${1#db}" ;;
    web*) echo "10.77.0.2${1#web}" ;;
    proxy) echo 10.77.0.31 ;;
    people) echo 10.77.0.41 ;;
  esac
}

# The block of code that follows where the page names a file, for the machine; the secrets are made up once.
file_of() { # MACHINE NAMED [WHICH]
  awk -v named="$2" -v which="${3:-1}" '
    index($0, named) && !inside && ++seen == which { wanted = 1 }
    /^```/ { if (inside) { inside = 0; if (taken) exit } else { inside = 1; if (wanted) { taken = 1; wanted = 0; next } } }
    inside && taken' "$PAGE" |
    sed -E "s/^(bind-address|wsrep-node-address)=.*/\1=$(address "$1")/; s/^wsrep-node-name=.*/wsrep-node-name=$1/
            s/^MOLVET_SERVER=.*/MOLVET_SERVER=$1/; s/^MOLVET_ADDRESS=.*/MOLVET_ADDRESS=$(address "$1")/
            s/CHANGE-ME-TOO/$WORD_TOO/; s/CHANGE-ME-AS-WELL/$WORD_AS_WELL/; s/CHANGE-ME/$WORD/"
}

on() { # MACHINE COMMAND…
  local m=$1
  shift
  nsenter --target "$(cat "$DIR/$m/pid")" --mount --net "$@"
}

put() { # MACHINE FILE MODE < CONTENT
  on "$1" sh -c 'umask 077; mkdir -p "$(dirname "$0")" && cat > "$0" && chmod "$1" "$0"' "$2" "$3"
}

machine() { # NAME
  local m=$1 at=$DIR/$1
  mkdir -p "$at"/{etc,etc.work,opt,lib,run}
  ip netns add "mv-$m"
  ip link add "mv-$m" netns mv-net type veth peer name eth0 netns "mv-$m"
  ip -n mv-net link set "mv-$m" master switch up
  ip -n "mv-$m" addr add "$(address "$m")/24" dev eth0
  ip -n "mv-$m" link set eth0 up
  ip -n "mv-$m" link set lo up
  ip netns exec "mv-$m" unshare --mount --propagation private sh -c '
    mount -t overlay overlay -o lowerdir=/etc,upperdir="$0/etc",workdir="$0/etc.work" /etc
    mount --bind "$0/opt" /opt
    if [ -d /var/lib/mysql ]; then mount --bind "$0/lib" /var/lib/mysql; fi
    if [ -d /run/mysqld ]; then mount --bind "$0/run" /run/mysqld; fi
    echo $$ > "$0/pid"
    exec sleep infinity' "$at" &
  until [ -s "$at/pid" ]; do sleep 0.1; done
}

# Does as systemd does with Restart=always: what ended is started again after two seconds.
keep() { # PART MACHINE COMMAND…
  local part=$1 m=$2
  shift 2
  (
    while [ ! -e "$DIR/over" ]; do
      nsenter --target "$(cat "$DIR/$m/pid")" --mount --net setsid "$@" >>"$DIR/$part.log" 2>&1 </dev/null &
      pid=$!
      echo "$pid" >"$DIR/run/$part.pid"
      wait "$pid" || true
      [ -e "$DIR/over" ] || sleep 2
    done
  ) 2>/dev/null &
}

synced() { # MACHINE
  on "$1" mariadb --batch --skip-column-names --connect-timeout=1 -e "set wsrep_sync_wait = 0; select 1 from information_schema.global_status where variable_name = 'wsrep_local_state_comment' and variable_value = 'Synced'" 2>/dev/null | grep -q 1
}

until_true() { # SECONDS WHAT COMMAND…
  local i n=$1 what=$2
  shift 2
  for ((i = 0; i < n * 2; i++)); do
    "$@" && return
    sleep 0.5
  done
  echo "$what: not within $n seconds" >&2
  return 1
}

# What the page calls a machine’s certificate, where it has it lie.
certified() { # MACHINE GROUP
  (cd "$DIR/authority" && ./certificates "$1" "$(address "$1")" 2>/dev/null)
  put "$1" /etc/molvet/authority.pem 644 <"$DIR/authority/authority.pem"
  put "$1" /etc/molvet/machine.pem 644 <"$DIR/authority/$1.pem"
  put "$1" /etc/molvet/machine.key 640 <"$DIR/authority/$1.key"
  on "$1" chgrp "$2" /etc/molvet/machine.key
  on "$1" chmod 755 /etc/molvet
}

# Whoever asks in the clear is turned away, and the databases talk to each other by their certificates.
closed_to_plain() {
  local said asks=(on web1 mariadb --host="$(address db1)" -e 'select 1')
  on web1 sed '/^ssl/d' /etc/haproxy/check.cnf >"$DIR/plain.cnf"
  said=$(on people sh -c 'openssl s_client -connect "$0:4567" </dev/null 2>/dev/null' "$(address db1)")
  ! on people curl -s -m 5 -o /dev/null -H 'Accept: text/html' --fail "http://$(address web1):8787/" &&
    "${asks[@]:0:3}" --defaults-file=/etc/haproxy/check.cnf "${asks[@]:3}" >/dev/null &&
    ! "${asks[@]:0:3}" --defaults-file="$DIR/plain.cnf" --skip-ssl "${asks[@]:3}" >/dev/null 2>&1 &&
    [[ $said == *"The machines of Molvet"* ]]
}

database() { # MACHINE
  certified "$1" mysql
  file_of "$1" 60-molvet.cnf | put "$1" /etc/mysql/mariadb.conf.d/60-molvet.cnf 640
  on "$1" chown root:mysql /etc/mysql/mariadb.conf.d/60-molvet.cnf
  on "$1" chown mysql:mysql /var/lib/mysql /run/mysqld
  on "$1" mariadb-install-db --user=mysql --skip-test-db >"$DIR/$1.install.log" 2>&1
  # As the unit of Debian's package starts it: where it stood is found out first; the first one begins the group, once.
  cat >"$DIR/$1/start" <<'SH'
#!/bin/sh
set -f
VAR=$(galera_recovery) || exit 1
exec mariadbd --user=mysql $(cat "$0.first" 2>/dev/null && rm "$0.first") $VAR
SH
  chmod 755 "$DIR/$1/start"
}

# What systemd gives a service of a file of variables: lines of comments left out, quotes taken off.
variables() { sed -nE '/^[#;]/d; s/^([A-Z_]+)="(.*)"$/\1=\2/; /^[A-Z_]+=/p' "$1"; }

server() { # MACHINE NUMBER
  local m=$1 line
  cp -r server/target/app "$DIR/$m/opt/molvet"
  chmod -R a+rX "$DIR/$m/opt/molvet"
  on "$m" adduser --quiet --system --group --no-create-home molvet
  certified "$m" molvet
  file_of "$m" /etc/systemd/system/molvet.service | put "$m" /etc/systemd/system/molvet.service 644
  file_of "$m" '`/etc/molvet.env`' | put "$m" /etc/molvet.env 600
  file_of "$m" '`/etc/haproxy/haproxy.cfg` for the database' | put "$m" /etc/haproxy/haproxy.cfg 644
  file_of "$m" '`/etc/haproxy/node-is-synced`' | put "$m" /etc/haproxy/node-is-synced 755
  file_of "$m" '`/etc/haproxy/check.cnf`' | put "$m" /etc/haproxy/check.cnf 600
  on "$m" systemd-analyze verify /etc/systemd/system/molvet.service 2>&1 | grep -i molvet >&2 || true
  on "$m" haproxy -c -q -f /etc/haproxy/haproxy.cfg
  # The trial’s own: a demo to read sheets of, and no end of paints.
  printf '%s\n' MOLVET_DEMO=true MOLVET_MOST_PAINTS=1000000 MOLVET_MOST_READINGS=100000 | on "$m" sh -c 'cat >> /etc/molvet.env'
  on "$m" cat /etc/molvet.env >"$DIR/$m/env"
  mapfile -t ENV < <(variables "$DIR/$m/env")
  line=$(on "$m" cat /etc/systemd/system/molvet.service | sed -e ':a' -e '/\\$/N; s/\\\n//; ta' | sed -n 's/^ExecStart=//p')
  keep "proxy-of-$m" "$m" haproxy -db -f /etc/haproxy/haproxy.cfg
  # shellcheck disable=SC2086 # The line of the unit is words.
  keep "server$2" "$m" env -i PATH=/usr/bin:/bin "${ENV[@]}" setpriv --reuid molvet --regid molvet --init-groups $line
}

ready() { on proxy curl -sf -m 3 -o /dev/null --cacert /etc/molvet/authority.pem "https://$(address "$1"):8787/api/ready"; }

all_well() {
  local m
  for m in db1 db2 db3; do synced "$m" || return 1; done
  ready web1 && ready web2
}

cut_off() { # MACHINE
  cat >"$DIR/faults/$1-is-cut-off-for-8-s" <<CUT
#!/bin/sh
[ "\$1" = on ] && exec ip -n mv-net link set mv-$1 down
exec ip -n mv-net link set mv-$1 up
CUT
}

machines_end() {
  local m pid
  touch "$DIR/over"
  for m in "${MACHINES[@]}"; do
    for pid in $(ip netns pids "mv-$m" 2>/dev/null); do kill -KILL "$pid" 2>/dev/null; done
    ip netns del "mv-$m" 2>/dev/null
  done
  ip netns del mv-net 2>/dev/null
  wait
  umount "$DIR" 2>/dev/null
  rm -rf "$DIR" "$DIR.trust"
} 2>/dev/null

machines() {
  local rounds=${ROUNDS:-40} seed=${SEED:-$(date +%s)} m wrong=0
  [ -z "$SMALL" ] || rounds=2
  [ "$(id -u)" = 0 ] || { echo "Machines of their own can be made by root alone." >&2; return 1; }
  DIR=$(mktemp -d)
  # On a disk that is none: /etc of a machine lies over that of this one.
  mount -t tmpfs -o size=6G,mode=755 molvet-machines "$DIR"
  mkdir "$DIR/run" "$DIR/faults"
  WORD=$(openssl rand -hex 12) WORD_TOO=$(openssl rand -hex 12) WORD_AS_WELL=$(openssl rand -hex 32)
  trap machines_end EXIT
  ip netns add mv-net
  ip -n mv-net link add switch type bridge
  ip -n mv-net link set switch up
  for m in "${MACHINES[@]}"; do machine "$m"; done

  mkdir "$DIR/authority"
  file_of people '`certificates`' >"$DIR/authority/certificates"
  chmod 755 "$DIR/authority/certificates"
  certified proxy root
  for m in db1 db2 db3; do database "$m"; done
  echo --wsrep-new-cluster >"$DIR/db1/start.first"
  keep node1 db1 "$DIR/db1/start"
  until_true 60 "the first database" synced db1
  file_of db1 galera_new_cluster | on db1 mariadb
  keep node2 db2 "$DIR/db2/start"
  until_true 120 "the second database" synced db2
  keep node3 db3 "$DIR/db3/start"
  until_true 120 "the third database" synced db3

  server web1 1
  until_true 300 "the first server" ready web1
  server web2 2
  until_true 120 "the second server" ready web2
  closed_to_plain || { echo "Something was answered in the clear." >&2; return 1; }

  on proxy openssl req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=molvet.school.example \
    -addext subjectAltName=DNS:molvet.school.example -keyout "$DIR/proxy/key" -out "$DIR/proxy/cert" 2>/dev/null
  cat "$DIR/proxy/cert" "$DIR/proxy/key" | put proxy /etc/haproxy/molvet.pem 600
  file_of proxy '`/etc/haproxy/haproxy.cfg` (' | put proxy /etc/haproxy/haproxy.cfg 644
  on proxy haproxy -c -q -f /etc/haproxy/haproxy.cfg
  keep haproxy proxy haproxy -db -f /etc/haproxy/haproxy.cfg
  rm -f "$DIR.trust"
  keytool -importcert -noprompt -alias molvet -file "$DIR/proxy/cert" -keystore "$DIR.trust" -storepass molvet-trial >/dev/null 2>&1
  echo "10.77.0.31 molvet.school.example" | on people sh -c 'cat >> /etc/hosts'

  for m in db1 db2 db3 web1; do cut_off "$m"; done
  cat >"$DIR/faults/the-way-between-the-databases-is-slow-and-loses-one-in-50-for-8-s" <<'SLOW'
#!/bin/sh
for m in db1 db2 db3; do
  if [ "$1" = on ]; then tc -n mv-net qdisc add dev mv-$m root netem delay 40ms 10ms loss 2%; else tc -n mv-net qdisc del dev mv-$m root; fi
done
SLOW
  chmod 755 "$DIR"/faults/*
  {
    echo "# Seven machines"
    echo
    echo "Made by \`./molvet bench machines\`: network namespaces as machines, each with its own \`/etc\`, set up with nothing but the files of"
    echo "[running-many.md](running-many.md), at Galera’s and HAProxy’s usual patience. Three collectors catalogue paints through the proxy over TLS, tell"
    echo "every fifth act again, a fourth has sheets read, while parts are killed with -9, stand still, or a machine’s cable is"
    echo "pulled. A client’s wait is from its first try to the answer. All of it runs on the $(nproc) cores of one machine."
    echo
  } >"$OUT/machines.page"
  export -f all_well synced ready on address
  export DIR
  MOLVET_INVITATION="four words nobody guesses" nsenter --target "$(cat "$DIR/people/pid")" --mount --net --wd="$ROOT" java \
    -Djavax.net.ssl.trustStore="$DIR.trust" -Djavax.net.ssl.trustStorePassword=molvet-trial -cp "$CP" molvet.bench.Kills \
    https://molvet.school.example "$DIR/run" "$rounds" "$seed" "$DIR/faults" bash -c all_well >>"$OUT/machines.page" 2>"$OUT/machines.log" || wrong=1
  tail -60 "$OUT/machines.log" >&2
  cat "$OUT/machines.page" >&2
  cp "$DIR"/*.log "$OUT/" 2>/dev/null || true
  machines_end
  trap - EXIT
  [ -n "$SMALL" ] || [ "$wrong" = 1 ] || mv "$OUT/machines.page" docs/machines.md
  return $wrong
}
