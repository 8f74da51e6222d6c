#!/usr/bin/env bash
# Migrate, fill the demo household, and serve it together with the practice probe.
set -euo pipefail
cd "$(dirname "$0")/.."
port=${1:-8000}
export PATH="$PWD/.venv/bin:$PATH" BRASKO_DEMO=1
NUMBA_CACHE_DIR=${NUMBA_CACHE_DIR:-$PWD/var/numba}; export NUMBA_CACHE_DIR
python - "$port" <<'P' || { echo "Stopped: port $port is taken. Choose another one: make demo PORT=8010" >&2; exit 1; }
import socket, sys
s = socket.socket(); s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
try: s.bind(("127.0.0.1", int(sys.argv[1])))
except OSError: sys.exit(1)
P
python manage.py migrate --no-input -v 0
echo "· filling the demo household (the first time computes a season of cooks)"
python manage.py seed_demo
python manage.py simulate_probe --server "http://127.0.0.1:$port" &
probe=$!
python -m uvicorn brasko.web.config.asgi:application --app-dir src --host 127.0.0.1 --port "$port" \
  --lifespan on --timeout-graceful-shutdown 2 --log-level warning &
server=$!
trap 'kill $probe $server 2>/dev/null || true' EXIT INT TERM
for _ in $(seq 120); do
  kill -0 $server 2>/dev/null || { echo "Stopped: the server did not start." >&2; exit 1; }
  python - "$port" <<'P' && break || sleep 0.5
import sys, urllib.request
try: urllib.request.urlopen(f"http://127.0.0.1:{sys.argv[1]}/api/session", timeout=1)
except OSError: sys.exit(1)
P
done
echo
echo "Brasko is at http://127.0.0.1:$port  (stop with Ctrl-C)"
wait $server
