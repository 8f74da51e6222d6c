#!/usr/bin/env bash
# Serve a household: serve.sh home|demo PORT [LAN]. The demo fills an invented household first; both keep their data apart.
set -euo pipefail
cd "$(dirname "$0")/.."
what=$1 port=${2:-8000} lan=${3:-}
export PATH="$PWD/.venv/bin:$PATH"
NUMBA_CACHE_DIR=${NUMBA_CACHE_DIR:-$PWD/var/numba}; export NUMBA_CACHE_DIR
export BRASKO_LOCAL=1
if [ "$what" = demo ]; then export BRASKO_DEMO=1; else export BRASKO_VAR=${BRASKO_VAR:-$PWD/var/home}; fi
umask 077
python - "$port" ${lan:+"$((port + 1))"} <<'P' || { echo "Stopped: port $port is taken. Choose another one: make $what PORT=$((port + 10))" >&2; exit 1; }
import socket, sys
for port in sys.argv[1:]:
    s = socket.socket(); s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try: s.bind(("127.0.0.1", int(port)))
    except OSError: sys.exit(1)
P
python manage.py upgrade
python manage.py sign_up
if [ "$what" = demo ]; then
  echo "· filling the demo household (the first time computes a season of cooks)"
  python manage.py seed_demo
fi
python manage.py simulate_probe --server "http://127.0.0.1:$port" &
probe=$! alive=
if [ "$what" = demo ]; then python manage.py seed_demo --every 60 > /dev/null & alive=$!; fi
python -m brasko.web.machine.serve --port "$port" ${lan:+--lan} &
server=$!
trap 'kill $probe $server $alive 2>/dev/null || true; wait 2>/dev/null || true' EXIT INT TERM
wait $server
