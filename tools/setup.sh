#!/usr/bin/env bash
# Install what is missing, and nothing else. `setup.sh app` for running, `setup.sh test` for tests as well.
# Every step keeps a stamp of what it was made from, so that a set-up tree passes in a second.
set -euo pipefail
cd "$(dirname "$0")/.."
what=${1:-app}
log=$(mktemp)
trap 'rm -f "$log"' EXIT

mkdir -p var 2>/dev/null && [ -w var ] || { echo "Stopped: the folder var cannot be written. Give yourself the right to write there: $PWD/var" >&2; exit 1; }
# two of these at once: the second waits, and finds nothing left to do
exec 9>var/setup.lock
flock 9
# npm and pip keep what they fetch in the home folder; where there is none to write to, here
if [ ! -w "${HOME:-/}" ]; then mkdir -p var/home; export HOME="$PWD/var/home"; fi

say() { printf '· %s\n' "$*"; }
fail() { printf 'Stopped: %s\n' "$*" >&2; exit 1; }
run() { # run "what could not be done" command…
  local message=$1; shift
  "$@" >"$log" 2>&1 || { tail -n 5 "$log" >&2; fail "$message"; }
}
digest() { cat "$@" | sha256sum | cut -c1-16; }
fresh() { [ -f "var/stamps/$1" ] && [ "$(cat "var/stamps/$1")" = "$2" ]; }
stamp() { mkdir -p var/stamps; printf '%s' "$2" > "var/stamps/$1"; }

apt_install() {
  local missing=()
  for package in "$@"; do dpkg -s "$package" >/dev/null 2>&1 || missing+=("$package"); done
  [ ${#missing[@]} -eq 0 ] && return
  command -v apt-get >/dev/null || fail "these system packages are missing: ${missing[*]}. Install them, then run this again."
  local as=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null || fail "these Debian packages are missing: ${missing[*]}. Install them as root, then run this again."
    as=(sudo)
  fi
  say "installing Debian packages: ${missing[*]}"
  run "apt could not refresh its lists. Check the network and the package sources." "${as[@]}" apt-get update -qq
  run "apt could not install ${missing[*]}. Check the network and the package sources." \
    "${as[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}"
}

command -v python3 >/dev/null || fail "python3 is missing. Install Python 3.11 or newer."
python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))' \
  || fail "Python $(python3 -c 'import platform; print(platform.python_version())') is too old; 3.11 or newer is needed."

if [ ! -x .venv/bin/python ]; then
  system=(libgomp1)
  python3 -c 'import ensurepip, venv' 2>/dev/null || system+=(python3-venv)
  apt_install "${system[@]}"
  say "making a Python environment"
  run "the Python environment could not be made." python3 -m venv .venv
fi
export PATH="$PWD/.venv/bin:$PATH"

packages() {
  local list=requirements/app.txt
  [ "$what" = test ] && list=requirements/dev.txt
  local key; key=$(digest "$list" pyproject.toml)
  fresh "python-$what" "$key" && return
  say "installing Python packages from $list"
  run "PyPI refused or could not be reached. Check the network, then run this again." \
    pip install --disable-pip-version-check --require-hashes -r "$list"
  run "Brasko itself could not be installed." pip install --disable-pip-version-check --no-deps --no-build-isolation -e .
  stamp "python-$what" "$key"
  [ "$what" = app ] || stamp python-app "$(digest requirements/app.txt pyproject.toml)"
}

interface() {
  local key; key=$(digest frontend/package-lock.json)
  if ! fresh npm "$key" || [ ! -d frontend/node_modules ]; then
    say "installing npm packages"
    (cd frontend && run "the npm registry refused or could not be reached. Check the network, then run this again." npm ci --no-audit --no-fund) || exit 1
    stamp npm "$key"
  fi
  local of=(frontend/src frontend/public frontend/index.html frontend/vite.config.ts frontend/package-lock.json)
  key=$({ find "${of[@]}" -type f -print0; find src/brasko/words -name '*.ftl' -print0; } | sort -z | xargs -0 cat | sha256sum | cut -c1-16)
  if ! fresh build "$key" || [ ! -f frontend/dist/index.html ]; then
    say "building the interface"
    (cd frontend && run "the interface could not be built." npm run -s build) || exit 1
    rm -f var/stamps/compressed
    stamp build "$key"
  fi
}

node_fits() { command -v node >/dev/null && node -e 'const [a,b]=process.versions.node.split(".").map(Number); process.exit(a>20||(a===20&&b>=19)||a===22&&b<12?0:1)' 2>/dev/null; }
branch() { # with a log of its own: what one cannot do is never said as what the other cannot
  (log=$(mktemp); trap 'rm -f "$log"' EXIT; "$@")
}

# side by side where there is a Node.js already; one reason is enough where both stop
interface_branch=
said=$(mktemp)
trap 'rm -f "$log" "$said"' EXIT
if node_fits; then branch interface 2>"$said" 9>&- & interface_branch=$!; fi
branch packages || { [ -z "$interface_branch" ] || wait "$interface_branch" || true; exit 1; }

# for whoever computes next, while the rest is installed
compiled=$(cat src/brasko/core/heat/kernel/*.py src/brasko/core/fire/burning.py requirements/app.txt 2>/dev/null | sha256sum | cut -c1-16 || true)
compiling=
if [ -f src/brasko/core/heat/warm.py ] && ! fresh compiled "$compiled"; then
  tools/compile.sh 9>&- & compiling=$!
fi

if [ -n "$interface_branch" ]; then
  wait "$interface_branch" || { cat "$said" >&2; exit 1; }
else
  say "Node.js $(node --version 2>/dev/null || echo 'is missing'; true): 20.19 or newer is needed, taking it from PyPI"
  run "Node.js is too old and PyPI refused a newer one. Install Node.js 20.19 or newer." \
    pip install --disable-pip-version-check --require-hashes -r requirements/node.txt
  python tools/node_from_wheel.py
  hash -r
  node_fits || fail "Node.js 20.19 or newer is needed and could not be set up."
  interface
fi
if ! fresh compressed "$(cat var/stamps/build)"; then
  run "the interface could not be compressed." python -m whitenoise.compress -q frontend/dist
  stamp compressed "$(cat var/stamps/build)"
fi

if [ "$what" = test ]; then apt_install chromium libatomic1; fi
if [ -n "$compiling" ]; then
  say "compiling what computes"
  wait "$compiling" || fail "what computes could not be compiled. Run this again; where it stays so, remove var/numba."
  stamp compiled "$compiled"
fi
