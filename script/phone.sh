# https for the phones of the house: an authority of its own and a certificate for this machine's addresses, made with openssl.

# Every address of this machine on the network, IPv4 first: the first is the one phones are told.
addresses() {
  [ -n "${MOLVET_PHONE_ADDRESS:-}" ] && { printf '%s\n' "$MOLVET_PHONE_ADDRESS"; return; }
  hostname -I 2>/dev/null | tr ' ' '\n' | grep -E '^[0-9a-fA-F.:]+$' | grep -v '^fe80' | sort -s -t: -k1,1 -k2 | awk '/:/{six=six $0 "\n"; next}{print}END{printf "%s", six}'
}

# The authority may vouch for addresses of a home only, so that whoever trusts it trusts it for nothing else.
constraints() {
  cat <<'TEXT'
basicConstraints=critical,CA:TRUE,pathlen:0
keyUsage=critical,keyCertSign,cRLSign
subjectKeyIdentifier=hash
nameConstraints=critical,@home
[home]
permitted;DNS.1=local
permitted;DNS.2=localhost
permitted;IP.1=127.0.0.0/255.0.0.0
permitted;IP.2=10.0.0.0/255.0.0.0
permitted;IP.3=172.16.0.0/255.240.0.0
permitted;IP.4=192.168.0.0/255.255.0.0
permitted;IP.5=169.254.0.0/255.255.0.0
permitted;IP.6=100.64.0.0/255.192.0.0
permitted;IP.7=192.0.2.0/255.255.255.0
permitted;IP.8=fc00::/fe00::
permitted;IP.9=::1/ffff:ffff:ffff:ffff:ffff:ffff:ffff:ffff
TEXT
}

# Networks of homes and of virtual machines (RFC 1918, 3927, 4193, 5737, 6598).
is_of_a_home() {
  case $1 in
    127.* | 10.* | 192.168.* | 169.254.* | 192.0.2.* | f[cd]*:*) return 0 ;;
    172.*) local second=${1#172.}; second=${second%%.*}; [ "$second" -ge 16 ] && [ "$second" -le 31 ] ;;
    100.*) local second=${1#100.}; second=${second%%.*}; [ "$second" -ge 64 ] && [ "$second" -le 127 ] ;;
    *) return 1 ;;
  esac
}

# Whether a certificate is there, vouched for by the authority that is there, and good for another 30 days.
is_good() { # DIRECTORY
  openssl x509 -in "$1/server.crt" -noout -checkend 2592000 >/dev/null 2>&1 &&
    openssl verify -CAfile "$1/authority.crt" "$1/server.crt" >/dev/null 2>&1
}

# Makes what is missing, ran out soon or is for other addresses. Says what it did, and what phones must do for it.
phone_certificates() { # DIRECTORY ADDRESS...
  local dir=$1 names= n=0 a was
  shift
  mkdir -p "$dir" && chmod 700 "$dir"
  for a in "$@"; do
    n=$((n + 1))
    names="${names}IP.$n=$a
"
  done
  names="${names}DNS.1=localhost
DNS.2=$(hostname -s 2>/dev/null || echo molvet).local
IP.$((n + 1))=127.0.0.1"
  (
    umask 077
    if ! openssl x509 -in "$dir/authority.crt" -noout -checkend 31536000 >/dev/null 2>&1 || ! [ -s "$dir/authority.key" ]; then
      [ -e "$dir/authority.crt" ] && say "The house's certificate authority ran out or lost its key. A new one is made: phones must trust it anew."
      constraints > "$dir/authority.cnf"
      sed -i '1i [authority]' "$dir/authority.cnf"
      printf '[req]\ndistinguished_name=dn\n[dn]\n' >> "$dir/authority.cnf"
      openssl ecparam -name prime256v1 -genkey -noout -out "$dir/authority.key.new" &&
        openssl req -x509 -new -key "$dir/authority.key.new" -sha256 -days 3650 -config "$dir/authority.cnf" -extensions authority \
          -subj "/CN=Molvet on $(hostname -s 2>/dev/null || echo this machine), $(date +%F)" -out "$dir/authority.crt.new" 2>/dev/null &&
        mv "$dir/authority.key.new" "$dir/authority.key" && mv "$dir/authority.crt.new" "$dir/authority.crt" || exit 1
      rm -f "$dir/server.crt"
    fi
    was=$(cat "$dir/addresses" 2>/dev/null)
    if [ "$was" != "$*" ] || ! is_good "$dir"; then
      [ -n "$was" ] && [ "${was%% *}" != "$1" ] &&
        say "This machine's address was ${was%% *} and is $1 now. Phones that trust it need nothing but the new address; codes printed with the old one do not lead here."
      printf '[server]\nbasicConstraints=critical,CA:FALSE\nkeyUsage=critical,digitalSignature\nextendedKeyUsage=serverAuth\nsubjectAltName=@names\n[names]\n%s\n' \
        "$names" > "$dir/server.cnf"
      # What phones take at most is 398 days.
      openssl ecparam -name prime256v1 -genkey -noout -out "$dir/server.ec.new" &&
        openssl pkcs8 -topk8 -nocrypt -in "$dir/server.ec.new" -out "$dir/server.key.new" &&
        openssl req -new -key "$dir/server.key.new" -subj "/CN=Molvet" -out "$dir/server.csr" 2>/dev/null &&
        openssl x509 -req -in "$dir/server.csr" -CA "$dir/authority.crt" -CAkey "$dir/authority.key" -CAcreateserial -days 397 \
          -sha256 -extfile "$dir/server.cnf" -extensions server -out "$dir/server.crt.new" 2>/dev/null &&
        mv "$dir/server.key.new" "$dir/server.key" && mv "$dir/server.crt.new" "$dir/server.crt" &&
        printf '%s' "$*" > "$dir/addresses" || exit 1
      rm -f "$dir/server.ec.new" "$dir/server.csr"
    fi
  ) || die "openssl could not make the certificates in $dir."
}

# What the server is told: https on every address at its own port, and plain http on this machine as before.
phone() {
  command -v openssl >/dev/null || die "openssl is missing: apt-get install openssl"
  local dir=$HOME_DIR/phone a kept=() first
  for a in $(addresses); do is_of_a_home "$a" && kept+=("$a"); done
  first=${kept[0]:-}
  if [ -z "$first" ]; then
    [ -n "$(addresses)" ] || die "this machine has no network that a phone could come by."
    die "$(addresses | head -1) is an address of the whole internet, not of a home. Put Molvet behind a proxy with a certificate of its own, and say its address with MOLVET_URL."
  fi
  PHONE_PORT=${MOLVET_PHONE_PORT:-$((PORT + 1))}
  port_is_open "$PHONE_PORT" && die "port $PHONE_PORT is taken by another program. Choose one with MOLVET_PHONE_PORT=8443 ./molvet start --phone"
  phone_certificates "$dir" "${kept[@]}"
  PHONE_DIR=$dir
  PHONE_ADDRESSES=("${kept[@]}")
  case $first in *:*) first="[$first]" ;; esac
  PHONE_URL=https://$first:$PHONE_PORT
  export MOLVET_PHONE_URL=$PHONE_URL MOLVET_PHONE_PORT=$PHONE_PORT MOLVET_PHONE_AUTHORITY=$dir/authority.crt
  export MOLVET_COOKIE=${MOLVET_COOKIE:-MOLVET-$PORT} MOLVET_URL=${MOLVET_URL:-$PHONE_URL}
  export SERVER_SSL_BUNDLE=phone SPRING_SSL_BUNDLE_PEM_PHONE_RELOADONUPDATE=true
  export SPRING_SSL_BUNDLE_PEM_PHONE_KEYSTORE_CERTIFICATE=file:$dir/server.crt SPRING_SSL_BUNDLE_PEM_PHONE_KEYSTORE_PRIVATEKEY=file:$dir/server.key
}

# Once a day while it runs: the server takes a new certificate up by itself.
phone_renew() {
  [ -n "${PHONE_DIR:-}" ] || return 0
  [ $((SECONDS - ${PHONE_LOOKED:-0})) -ge 86400 ] || return 0
  PHONE_LOOKED=$SECONDS
  is_good "$PHONE_DIR" || phone_certificates "$PHONE_DIR" "${PHONE_ADDRESSES[@]}"
  addresses | grep -qxF -- "${PHONE_ADDRESSES[0]}" ||
    say "This machine's address has changed. Stop Molvet and start it again, so that phones find it."
}

phone_said() {
  curl -s --max-time 5 "http://127.0.0.1:$PORT/phone/code.txt" 2>/dev/null
  say "On your phone, in the same network: $PHONE_URL/phone"
  say "Its authority, to compare: $(openssl x509 -in "$PHONE_DIR/authority.crt" -noout -fingerprint -sha256 | cut -d= -f2)"
}
