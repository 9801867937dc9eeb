# Several databases and servers behind one proxy, on this machine: for trying and for tests. Read by ../molvet, whose functions
# and variables it uses. The same on separate machines: docs/running-many.md.

NODES=3
SERVERS=2

need_cluster() {
  local missing=()
  [ -f /usr/lib/galera/libgalera_smm.so ] || missing+=(galera-4)
  command -v haproxy >/dev/null || [ -x /usr/sbin/haproxy ] || missing+=(haproxy)
  command -v mariadb-backup >/dev/null || missing+=(mariadb-backup)
  command -v socat >/dev/null || missing+=(socat)
  [ ${#missing[@]} -eq 0 ] && return
  local sudo=
  [ "$(id -u)" = 0 ] || sudo="sudo -n"
  say "Installing ${missing[*]} …"
  $sudo apt-get update -qq >/dev/null 2>&1
  $sudo env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null 2>&1 \
    || die "a cluster needs more of Debian's packages. Run this once: sudo apt-get install -y --no-install-recommends ${missing[*]}"
}

# Seconds after which a node that says nothing is no longer counted with; on one machine nothing lies between them.
SUSPECT=${MOLVET_SUSPECT_AFTER:-2}

node_sql() { # NODE STATEMENTS…
  local node=$1
  shift
  mariadb --no-defaults --socket="$RUN/node$node.sock" --user="$(id -un)" --batch --skip-column-names --connect-timeout=3 "$@"
}

node_state() { node_sql "$1" -e "set wsrep_sync_wait = 0; select variable_value from information_schema.global_status where variable_name = 'wsrep_local_state_comment'" 2>/dev/null; }

# What a node is told, as a file: the same stands in docs/running-many.md.
node_config() { # NODE
  local n=$1
  (umask 027 && : > "$HOME_DIR/node$n.cnf")
  [ "$DB_USER" = mysql ] && chgrp mysql "$HOME_DIR/node$n.cnf"
  cat > "$HOME_DIR/node$n.cnf" <<CNF
[mysqld]
datadir=$HOME_DIR/db-$n
tmpdir=$HOME_DIR/tmp-$n
socket=$RUN/node$n.sock
pid-file=$RUN/node$n.mariadbd.pid
bind-address=127.0.0.1
port=${NODE_PORT[n]}
skip-name-resolve
character-set-server=utf8mb4
max-allowed-packet=128M
innodb-buffer-pool-size=256M
innodb-log-file-size=256M
# What a cluster asks of every node.
binlog-format=ROW
default-storage-engine=InnoDB
innodb-autoinc-lock-mode=2
wsrep-on=ON
wsrep-provider=/usr/lib/galera/libgalera_smm.so
wsrep-cluster-name=molvet
wsrep-cluster-address=gcomm://$GROUP
wsrep-node-name=node$n
wsrep-node-address=127.0.0.1:${NODE_GROUP[n]}
# A copy is taken from a node while that goes on working.
wsrep-sst-method=mariabackup
wsrep-sst-auth=molvet_copy:$(cat "$HOME_DIR/db.password")
wsrep-sst-receive-address=127.0.0.1:${NODE_COPY[n]}
# Whoever asks is answered by what was saved before, on whichever node.
wsrep-sync-wait=1
# Tables without a primary key cannot be told apart by a cluster.
innodb-force-primary-key=ON
wsrep-provider-options="gmcast.listen_addr=tcp://127.0.0.1:${NODE_GROUP[n]};ist.recv_addr=127.0.0.1:${NODE_CATCH[n]};evs.keepalive_period=PT0.5S;evs.suspect_timeout=PT${SUSPECT}S;evs.inactive_timeout=PT$((3 * SUSPECT))S;evs.install_timeout=PT$((3 * SUSPECT))S;gcache.size=256M;pc.recovery=TRUE"
CNF
}

node_launch() { # NODE [ARGUMENT]
  local n=$1 at
  mkdir -p "$HOME_DIR/tmp-$n" "$HOME_DIR/db-$n"
  chown "$DB_USER" "$HOME_DIR/tmp-$n" "$HOME_DIR/db-$n"
  rm -f "$RUN/node$n.sock" "$RUN/node$n.sock.lock"
  # With it, a node that comes back is given what it missed, and not everything.
  at=$(node_position "$n")
  setsid mariadbd --defaults-file="$HOME_DIR/node$n.cnf" --datadir="$HOME_DIR/db-$n" --user="$DB_USER" ${at:+--wsrep-start-position="$at"} ${2:-} \
    >> "$RUN/node$n.log" 2>&1 9>&- < /dev/null &
  NODE_PID[n]=$!
  disown "$!"
  echo "$!" > "$RUN/node$n.pid"
}

node_ready() { # NODE SECONDS
  local i
  for ((i = 0; i < $2 * 5; i++)); do
    [ "$(node_state "$1")" = Synced ] && return
    alive "${NODE_PID[$1]}" || return 1
    sleep 0.2
  done
  return 1
}

# Where a node's data stand (the group's name and a number), of a node that does not run: what one was killed with is written
# down by no one and found out from its logs.
node_position() { # NODE
  local n=$1 state=$HOME_DIR/db-$1/grastate.dat at
  [ -d "$HOME_DIR/db-$n/mysql" ] || return
  at=$(sed -nE 's/^(uuid|seqno): *//p' "$state" 2>/dev/null | tr '\n' ':')
  at=${at%:}
  if [ "${at##*:}" = -1 ]; then
    mariadbd --defaults-file="$HOME_DIR/node$n.cnf" --user="$DB_USER" --wsrep-recover --log-error="$RUN/node$n.recover" >/dev/null 2>&1 9>&-
    at=$(sed -nE 's/.*Recovered position: *(.*)/\1/p' "$RUN/node$n.recover" | tail -1)
    rm -f "$RUN/node$n.recover"
  fi
  echo "$at"
}

# The node with the most begins; all others come to it.
nodes_start() {
  local n first=1 most=-3 reached
  if [ -d "$HOME_DIR/db" ]; then
    # A backup was restored: everything begins with it.
    rm -rf "$HOME_DIR"/db-[0-9]*
    mv "$HOME_DIR/db" "$HOME_DIR/db-1"
  fi
  if [ ! -d "$HOME_DIR/db-1/mysql" ] && [ ! -d "$HOME_DIR/db-2/mysql" ]; then
    say "Making the database …"
    rm -rf "$HOME_DIR"/db-[0-9]* "$HOME_DIR/db.new"
    mkdir -p "$HOME_DIR/db.new" "$HOME_DIR/tmp-1"
    chown "$DB_USER" "$HOME_DIR/db.new" "$HOME_DIR/tmp-1"
    mariadb-install-db --no-defaults --datadir="$HOME_DIR/db.new" --tmpdir="$HOME_DIR/tmp-1" --user="$DB_USER" --auth-root-authentication-method=socket \
      --auth-root-socket-user="$(id -un)" --skip-test-db > "$RUN/install.log" 2>&1 || { tail -5 "$RUN/install.log"; say "The database could not be made."; return 1; }
    mv "$HOME_DIR/db.new" "$HOME_DIR/db-1"
  fi
  for ((n = 1; n <= NODES; n++)); do
    reached=$(node_position "$n")
    reached=${reached##*:}
    [ "${reached:--2}" -gt "$most" ] && { most=${reached:--2}; first=$n; }
  done
  # It alone knows that it has the most.
  sed -i 's/^safe_to_bootstrap:.*/safe_to_bootstrap: 1/' "$HOME_DIR/db-$first/grastate.dat" 2>/dev/null
  rm -f "$HOME_DIR"/db-*/gvwstate.dat
  say "Starting $NODES databases …"
  node_launch "$first" --wsrep-new-cluster
  node_ready "$first" 60 || { tail -8 "$RUN/node$first.log"; say "The first database did not start; see $RUN/node$first.log."; return 1; }
  node_sql "$first" <<SQL || return 1
create database if not exists $(db_name) character set utf8mb4 collate utf8mb4_unicode_ci;
create user if not exists molvet@127.0.0.1 identified by '$(cat "$HOME_DIR/db.password")';
alter user molvet@127.0.0.1 identified by '$(cat "$HOME_DIR/db.password")';
grant all on \`molvet%\`.* to molvet@127.0.0.1;
create user if not exists molvet_copy@localhost identified by '$(cat "$HOME_DIR/db.password")';
alter user molvet_copy@localhost identified by '$(cat "$HOME_DIR/db.password")';
grant reload, process, lock tables, replication client on *.* to molvet_copy@localhost;
SQL
  # One after the other: each takes what it lacks from one that has it.
  for ((n = 1; n <= NODES; n++)); do
    [ "$n" = "$first" ] && continue
    node_launch "$n"
    node_ready "$n" 120 || { tail -8 "$RUN/node$n.log"; say "Database $n did not join; see $RUN/node$n.log."; return 1; }
  done
}

proxy_config() {
  local n
  # Asked by the proxy of every node: whether it is one of the group and has all that the group has. Answered at once, and not
  # when what was saved elsewhere has arrived.
  cat > "$RUN/node-is-synced" <<CHECK
#!/bin/sh
# ARGUMENTS: proxy's address and port, then the node's
[ "\$(mariadb --defaults-file="$RUN/check.cnf" --host="\$3" --port="\$4" --batch --skip-column-names --connect-timeout=1 \\
  -e "set wsrep_sync_wait = 0; select variable_value in ('Synced', 'Donor/Desynced') from information_schema.global_status where variable_name = 'wsrep_local_state_comment'")" = 1 ]
CHECK
  chmod 700 "$RUN/node-is-synced"
  (umask 077 && printf '[client]\nuser=molvet\npassword=%s\n' "$(cat "$HOME_DIR/db.password")" > "$RUN/check.cnf")
  problem() { # FILE STATUS TITLE RETRY DETAIL
    local body="{\"type\":\"molvet:$6\",\"title\":\"$3\",\"status\":${2%% *},\"detail\":\"$5\"}"
    printf 'HTTP/1.1 %s\r\nContent-Type: application/problem+json\r\nCache-Control: no-store\r\nRetry-After: %s\r\nConnection: close\r\nContent-Length: %s\r\n\r\n%s' \
      "$2" "$4" "$(printf %s "$body" | wc -c)" "$body" > "$1"
  }
  problem "$RUN/503.http" '503 Service Unavailable' 'Starting' 3 'No server takes work at this moment; one is being started. Whether the last act was saved is not known; told again under the same key it happens once.' starting
  problem "$RUN/502.http" '502 Bad Gateway' 'The answer did not come through' 1 'The server ended while it answered. Whether this was saved is not known; told again under the same key it happens once.' no-answer
  problem "$RUN/504.http" '504 Gateway Timeout' 'The answer did not come through' 1 'The server did not answer in time. Whether this was saved is not known; told again under the same key it happens once.' no-answer
  problem "$RUN/429.http" '429 Too Many Requests' 'Too much at once' 10 'More is asked from this address than one person asks. Nothing was saved; go on in ten seconds.' too-many
  {
    cat <<CFG
global
  maxconn 4000
  external-check
  insecure-fork-wanted
  stats socket $RUN/haproxy.sock mode 600 level admin
defaults
  timeout connect 2s
  timeout client 120s
  timeout server 120s
  timeout queue 20s
  timeout check 3s
  timeout http-request 60s
  errorfile 429 $RUN/429.http
  errorfile 502 $RUN/502.http
  errorfile 503 $RUN/503.http
  errorfile 504 $RUN/504.http

frontend web
  mode http
  bind 127.0.0.1:$PORT
  # Who asks, and what the request is called: said by nobody else.
  http-request del-header X-Forwarded-For
  option forwardfor
  unique-id-format %[uuid()]
  http-request set-header X-Request-Id %[unique-id]
  stick-table type ipv6 size 100k expire 1m store http_req_rate(10s)
  http-request track-sc0 src
  http-request deny deny_status 429 if { sc_http_req_rate(0) gt ${MOLVET_MOST_REQUESTS:-2000} }
  default_backend servers

backend servers
  mode http
  balance leastconn
  # Sessions lie in the database: any server answers alike.
  option httpchk
  http-check send meth GET uri /api/ready
  http-check expect status 200
  # Nobody’s connection to a server serves another: what one sends cannot become the beginning of what another asks, and none that
  # was just given up is taken up again.
  http-reuse never
  # Told again by the proxy where that cannot do it twice: what only looks, and what carries its key.
  option redispatch 1
  retries 3
  retry-on conn-failure empty-response
  http-request disable-l7-retry if !{ method GET HEAD } !{ req.hdr(Idempotency-Key) -m found }
CFG
    for ((n = 1; n <= SERVERS; n++)); do
      echo "  server server$n 127.0.0.1:${SERVER_PORT[n]} check inter 1s fall 4 rise 1 slowstart 10s"
    done
    cat <<CFG

# All servers write to one node, and stay with it as long as it is well, so that locks hold; then all go to the next.
frontend database
  mode tcp
  bind 127.0.0.1:$DB_PORT
  default_backend nodes

backend nodes
  mode tcp
  stick-table type integer size 1
  stick on int(1)
  option external-check
  external-check path "$PATH"
  external-check command $RUN/node-is-synced
CFG
    for ((n = 1; n <= NODES; n++)); do
      echo "  server node$n 127.0.0.1:${NODE_PORT[n]} check inter 1s fall 2 rise 2 on-marked-down shutdown-sessions"
    done
  } > "$RUN/haproxy.cfg"
  haproxy -c -q -f "$RUN/haproxy.cfg" || die "the proxy does not take $RUN/haproxy.cfg."
}

proxy_launch() {
  setsid haproxy -db -f "$RUN/haproxy.cfg" >> "$RUN/haproxy.log" 2>&1 9>&- < /dev/null &
  PROXY_PID=$!
  disown "$!"
  echo "$!" > "$RUN/haproxy.pid"
}

cluster_server_launch() { # SERVER
  local n=$1
  (
    with_secrets
    export MOLVET_SERVER=server$n MOLVET_PORT=${SERVER_PORT[n]} MOLVET_METRICS_PORT=${SERVER_METRICS[n]} MOLVET_DEMO=true \
      MOLVET_COOKIE=${MOLVET_COOKIE:-MOLVET-$PORT} MOLVET_FORWARDED=native MOLVET_KEEP_ALIVE=10m
    exec setsid java -Dmolvet.home="$HOME_DIR" -Dmolvet.server="server$n" $JAVA_FLAGS -XX:SharedArchiveFile="$APP/molvet.jsa" \
      -jar "$APP/molvet-app.jar" >> "$RUN/server$n.log" 2>&1 9>&- < /dev/null
  ) &
  SERVER_PIDS[n]=$!
  disown "$!"
  echo "$!" > "$RUN/server$n.pid"
}

server_is_ready() { # PORT
  local line
  exec 3<>"/dev/tcp/127.0.0.1/$1" || return 1
  printf 'GET /api/ready HTTP/1.0\r\nHost: localhost\r\n\r\n' >&3
  IFS= read -r -t 5 line <&3
  exec 3<&-
  [[ $line == *" 200"* ]]
} 2>/dev/null

servers_ready() { # FROM TO SECONDS
  local n i
  for ((n = $1; n <= $2; n++)); do
    for ((i = 0; i < $3 * 5; i++)); do
      server_is_ready "${SERVER_PORT[n]}" && break
      alive "${SERVER_PIDS[n]}" || return 1
      sleep 0.2
    done
    [ "$i" -lt $(($3 * 5)) ] || return 1
  done
}

cluster_end() {
  local pid data
  for pid in $(running haproxy "$RUN/haproxy.cfg"); do end "$pid" "$RUN/haproxy.cfg"; done
  server_stop
  # The one that ends last has the most, and is where the next start begins.
  for data in $(ls -dr "$HOME_DIR"/db-[0-9]* 2>/dev/null); do
    for pid in $(running mariadbd "--datadir=$data"); do end "$pid" "--datadir=$data"; done
  done
  rm -f "$RUN"/node*.pid "$RUN"/server*.pid "$RUN/haproxy.pid" "$RUN/db.pid"
}

cluster_leave() {
  trap '' INT TERM
  say "Stopping …"
  cluster_end
  rm -f "$RUN/script.pid"
  exit "${1:-0}"
}

# Starts again what ended, each by itself after a pause that doubles; one that ended five times in a row within a minute of its
# start is left, and said so: the others go on without it.
cluster_watch() {
  declare -A tries since due
  local what
  cluster_pid() {
    case $1 in
      node*) echo "${NODE_PID[${1#node}]}" ;;
      server*) echo "${SERVER_PIDS[${1#server}]}" ;;
      proxy) echo "$PROXY_PID" ;;
    esac
  }
  while :; do
    pause 0.5
    for what in $(seq -f 'node%g' "$NODES") $(seq -f 'server%g' "$SERVERS") proxy; do
      if alive "$(cluster_pid "$what")"; then
        [ $((SECONDS - ${since[$what]:-0})) -lt 60 ] || tries[$what]=0
        unset "due[$what]"
        continue
      fi
      if [ -z "${due[$what]:-}" ]; then
        tries[$what]=$((${tries[$what]:-0} + 1))
        if [ "${tries[$what]}" -gt 5 ]; then
          [ "${tries[$what]}" -gt 6 ] || say "$what ended five times in a row; it is left as it is. See $RUN/$what.log."
          tries[$what]=7
          continue
        fi
        due[$what]=$((SECONDS + (1 << (tries[$what] - 1)) - 1))
        say "$what ended by itself; it is started again."
      fi
      [ "$SECONDS" -ge "${due[$what]}" ] || continue
      unset "due[$what]"
      since[$what]=$SECONDS
      case $what in
        node*) node_again "${what#node}" ;;
        server*) cluster_server_launch "${what#server}" ;;
        proxy) proxy_launch ;;
      esac
    done
  done
}

# A node that comes back goes to the others; where there are none that still know the group, the one with the most begins anew.
node_again() { # NODE
  local n any=
  for ((n = 1; n <= NODES; n++)); do
    [ "$n" != "$1" ] && alive "${NODE_PID[n]}" && any=yes
  done
  if [ -n "$any" ]; then
    node_launch "$1"
    return
  fi
  say "No database is left; the one with the most begins anew."
  nodes_start
}

cluster() {
  local n
  need
  need_cluster
  build
  set_home "$BASE/cluster"
  take_lock || die "it runs already (./molvet cluster stop ends it)."
  cluster_end
  port_is_open "$PORT" && die "port $PORT is taken by another program. Choose one with MOLVET_PORT=8788 ./molvet …"
  echo $$ > "$RUN/script.pid"
  trap 'cluster_leave 0' INT TERM HUP
  DB_USER=$(id -un)
  [ "$DB_USER" = root ] && { DB_USER=mysql; chown mysql: "$RUN"; chmod 755 "$HOME_DIR" "$RUN"; runuser -u mysql -- test -w "$RUN" || die "the user mysql cannot reach $HOME_DIR; choose another place with MOLVET_HOME."; }
  [ -s "$HOME_DIR/db.password" ] || (umask 077 && head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n' > "$HOME_DIR/db.password")
  secret
  GROUP=
  for ((n = 1; n <= NODES; n++)); do
    NODE_PORT[n]=$(free_port) NODE_GROUP[n]=$(free_port) NODE_COPY[n]=$(free_port) NODE_CATCH[n]=$(free_port)
    GROUP=$GROUP${GROUP:+,}127.0.0.1:${NODE_GROUP[n]}
  done
  for ((n = 1; n <= NODES; n++)); do node_config "$n"; done
  for ((n = 1; n <= SERVERS; n++)); do SERVER_PORT[n]=$(free_port) SERVER_METRICS[n]=$(free_port); done
  DB_PORT=$(free_port)
  nodes_start || cluster_leave 1
  proxy_config
  proxy_launch
  (with_secrets; quick_start)
  say "Starting $SERVERS servers …"
  # The first brings schema and demo; the others find them.
  cluster_server_launch 1
  servers_ready 1 1 600 || { tail -15 "$RUN/server1.log"; say "The first server did not start; see $RUN/server1.log."; cluster_leave 1; }
  for ((n = 2; n <= SERVERS; n++)); do cluster_server_launch "$n"; done
  servers_ready 2 "$SERVERS" 120 || say "Not every server started; see $RUN/server*.log."
  say "Molvet is at http://127.0.0.1:$PORT — $SERVERS servers, $NODES databases. Ctrl-C ends it."
  for ((n = 1; n <= SERVERS; n++)); do say "  server$n: http://127.0.0.1:${SERVER_PORT[n]}, metrics at http://127.0.0.1:${SERVER_METRICS[n]}/metrics"; done
  say "Open the demo collection from the sign-in page (demo@molvet.example, molvet-demo)."
  cluster_watch
}

# What runs and how it is; whether all of it is well.
cluster_status() {
  local n state all=0 file
  set_home "$BASE/cluster"
  ours "$(cat "$RUN/script.pid" 2>/dev/null)" molvet || { say "No cluster runs."; return 1; }
  for file in "$HOME_DIR"/node[0-9]*.cnf; do
    n=${file##*/node}
    n=${n%.cnf}
    state=$(node_state "$n")
    say "node$n: ${state:-does not answer}"
    [ "$state" = Synced ] || all=1
  done
  for file in $(sed -nE 's/^  server (server[0-9]+) 127.0.0.1:([0-9]+) .*/\1:\2/p' "$RUN/haproxy.cfg"); do
    if server_is_ready "${file#*:}"; then say "${file%:*}: ready"; else say "${file%:*}: not ready"; all=1; fi
  done
  return $all
}

cluster_stop() {
  stop_home "$BASE/cluster"
  [ -d "$BASE/cluster/run" ] || { say "No cluster runs."; return; }
  set_home "$BASE/cluster"
  # What a killed run left behind.
  take_lock && cluster_end
  say "${STOPPED:+Stopped. }No cluster runs now."
}

# A backup of a cluster is made from any one database of it, while all of it works.
cluster_backup() {
  local n
  for n in 3 2 1; do
    [ "$(node_state "$n")" = Synced ] || continue
    SOCKET=$RUN/node$n.sock
    cp "$RUN/node$n.pid" "$RUN/db.pid"
    return
  done
  die "no cluster runs here; start it first: ./molvet cluster."
}

# Into a database by itself, with which all of the next start begins.
cluster_restore() { rm -rf "$HOME_DIR/db"; }

# One server after the other is ended in order and started anew, with the build as it is now, while the others work.
cluster_renew() {
  local n pid port
  need
  build
  set_home "$BASE/cluster"
  ours "$(cat "$RUN/script.pid" 2>/dev/null)" molvet || die "no cluster runs."
  for file in "$RUN"/server[0-9]*.pid; do
    n=${file##*/server}
    n=${n%.pid}
    port=$(sed -nE "s/^  server server$n 127.0.0.1:([0-9]+) .*/\1/p" "$RUN/haproxy.cfg")
    pid=$(cat "$file")
    say "Renewing server$n …"
    end "$pid" "-Dmolvet.home=$HOME_DIR"
    for _ in $(seq 1 600); do
      [ "$(cat "$file" 2>/dev/null)" != "$pid" ] && server_is_ready "$port" && break
      sleep 0.2
    done
    server_is_ready "$port" || die "server$n did not come back; the others go on. See $RUN/server$n.log."
  done
  say "Every server is new."
}
