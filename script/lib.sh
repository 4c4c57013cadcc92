# Shared by the scripts: where things are, and steps that are skipped while their inputs stand still.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
RUN=$ROOT/.run
# What people made: accounts, brushes, sources. Never among what may be deleted freely.
KEPT=$ROOT/kept
PY=$ROOT/.venv/bin/python
CHECKOUT=$(printf '%s' "$ROOT" | sha256sum | cut -c1-8)
mkdir -p "$RUN/stamps" "$RUN/static" "$KEPT"
cd "$ROOT"

say() { printf '\033[2m- %s\033[0m\n' "$*"; }

# One at a time: what is being made is not made by two.
alone() {
  exec 9>"$RUN/$1.lock"
  flock -n 9 && return
  say "waiting for another $1 of this checkout"
  flock 9
}

# fingerprint PATH...: one hash over the named files, and over all files below the named folders; not over types, which
# nothing that runs is made of, nor over what the front end's own step writes.
fingerprint() {
  # What is not there counts as empty.
  find "$@" -type f -not -path '*/__pycache__/*' -not -path '*/node_modules/*' -not -path '*/tests/*' \
    -not -name '*.nbi' -not -name '*.nbc' -not -path '*/generated/api.ts' -not -path '*/public/notices.txt' \
    -print0 2>/dev/null | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -c1-32
}

# How long each step usually takes when all of it must be done, s, on two processors.
usually() {
  case $1 in
    python-wheels) echo 60 ;; python-packages) echo 15 ;; test-packages) echo 20 ;; node-packages) echo 30 ;;
    engine) echo 150 ;; kernels) echo 150 ;; native) echo 100 ;; api-types) echo 10 ;; front-end) echo 40 ;;
    prepared) echo 15 ;; shelf) echo 20 ;; *) echo 1 ;;
  esac
}

# is_done NAME "INPUT...": whether a step worked with these very inputs. Stamps hold the checkout's path: what was made in
# a copied or moved folder is made anew.
is_done() {
  # shellcheck disable=SC2086  # inputs are a list
  now="$ROOT $(fingerprint $2)"
  [ -f "$RUN/stamps/$1" ] && [ "$(cat "$RUN/stamps/$1")" = "$now" ]
}

# step NAME "INPUT..." COMMAND...: run the command unless the inputs are as they were when it last worked.
step() {
  local name=$1 inputs=$2 now stamp=$RUN/stamps/$1 begun=$SECONDS
  shift 2
  if is_done "$name" "$inputs"; then return; fi
  say "$name (usually $(usually "$name") s)"
  "$@"
  printf '%s' "$now" >"$stamp"
  say "$name: done after $((SECONDS - begun)) s"
}

free_port() {
  python3 - "$1" <<'PORT'
import socket, sys
for port in range(int(sys.argv[1]), int(sys.argv[1]) + 400):
    with socket.socket() as s:
        s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            s.bind(("127.0.0.1", port))
        except OSError:
            continue
        print(port)
        break
PORT
}

# A secret that is made once and stays with this checkout.
secret() {
  [ -s "$RUN/$1" ] && [ ! -s "$KEPT/$1" ] && mv "$RUN/$1" "$KEPT/$1"
  [ -s "$KEPT/$1" ] || (umask 077; python3 -c 'import secrets; print(secrets.token_urlsafe(40))' >"$KEPT/$1")
  cat "$KEPT/$1"
}

# use_database INSTANCE: start it if need be and point Django at it.
use_database() {
  "$ROOT/script/db" start "$1"
  HOLLOWMIST_DB_PORT=$(cat "$RUN/$1-db.port")
  HOLLOWMIST_DB_PASSWORD=$(secret db-password)
  HOLLOWMIST_SECRET=$(secret django-secret)
  HOLLOWMIST_COOKIES=hollowmist_$CHECKOUT
  export HOLLOWMIST_DB_INSTANCE=$1
  export HOLLOWMIST_DB_PORT HOLLOWMIST_DB_PASSWORD HOLLOWMIST_SECRET HOLLOWMIST_COOKIES
}
