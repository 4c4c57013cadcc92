# Shared by the scripts: where things are, and steps that are skipped while their inputs stand still.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
RUN=$ROOT/.run
PY=$ROOT/.venv/bin/python
mkdir -p "$RUN/stamps" "$RUN/static"
cd "$ROOT"

say() { printf '\033[2m- %s\033[0m\n' "$*"; }

# fingerprint PATH...: one hash over the named files, and over all files below the named folders.
fingerprint() {
  find "$@" -type f -not -path '*/__pycache__/*' -not -path '*/node_modules/*' -not -path '*/tests/*' \
    -not -name '*.nbi' -not -name '*.nbc' -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -c1-32
}

# step NAME "INPUT..." COMMAND...: run the command unless the inputs are as they were when it last worked.
step() {
  local name=$1 inputs=$2 now stamp
  shift 2
  # shellcheck disable=SC2086  # inputs are a list
  now=$(fingerprint $inputs)
  stamp=$RUN/stamps/$name
  if [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$now" ]; then return; fi
  say "$name"
  "$@"
  printf '%s' "$now" >"$stamp"
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
  [ -s "$RUN/$1" ] || (umask 077; python3 -c 'import secrets; print(secrets.token_urlsafe(40))' >"$RUN/$1")
  cat "$RUN/$1"
}

# use_database INSTANCE: start it if need be and point Django at it.
use_database() {
  "$ROOT/script/db" start "$1"
  HOLLOWMIST_DB_PORT=$(cat "$RUN/$1-db.port")
  HOLLOWMIST_DB_PASSWORD=$(secret db-password)
  HOLLOWMIST_SECRET=$(secret django-secret)
  export HOLLOWMIST_DB_PORT HOLLOWMIST_DB_PASSWORD HOLLOWMIST_SECRET
}
