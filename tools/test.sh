#!/usr/bin/env bash
# All tests that everybody runs: test.sh. Those of a night or before a release: test.sh long.
# A run keeps its data in a folder of its own under var/, so that two runs stand beside each other, and needs neither the
# network nor a home folder. BRASKO_COVERAGE=1 measures what the tests run.
set -uo pipefail
cd "$(dirname "$0")/.."
lane=${1:-quick}
fail() { printf 'Stopped: %s\n' "$*" >&2; exit 1; }
mkdir -p var 2>/dev/null && [ -w var ] || fail "the folder var cannot be written. Give yourself the right to write there: $PWD/var"
for needed in .venv/bin/pytest frontend/node_modules/.bin/vitest frontend/dist/index.html; do
  [ -e "$needed" ] || fail "$needed is missing. Run: make test"
done
[ -x /usr/bin/chromium ] || fail "Chromium is missing. Run: make test"

run=$(mktemp -d "$PWD/var/test-run.XXXXXX")
trap 'rm -rf "$run"' EXIT
mkdir "$run/home"
export PATH="$PWD/.venv/bin:$PATH" NUMBA_CACHE_DIR=${NUMBA_CACHE_DIR:-$PWD/var/numba} BRASKO_TESTS=$lane
export BRASKO_VAR="$run/data" BRASKO_SEEDED=${BRASKO_SEEDED:-$run/seeded} HOME="$run/home" XDG_CACHE_HOME="$run/home/.cache"
# every process of a run would translate every source again
unset PYTHONDONTWRITEBYTECODE
pytest=(pytest)
[ -n "${BRASKO_COVERAGE:-}" ] && mkdir -p var/coverage && pytest=(python -m slipcover -m pytest)

failed=() summary=""
stage() { # stage "name" command…
  local name=$1 began=$SECONDS; shift
  "$@" || failed+=("$name")
  summary+=$(printf '%-14s %2d:%02d' "$name" $(((SECONDS - began) / 60)) $(((SECONDS - began) % 60)))$'\n'
}

front() { (cd frontend && npm run -s test ${BRASKO_COVERAGE:+-- --coverage}); }
python_tests() { "${pytest[@]}" tests/core tests/cli tests/web tests/setup -n auto "$@"; }
browser_tests() { pytest tests/e2e -n 2 "$@"; }

if [ "$lane" = quick ]; then
  tools/compile.sh & compiling=$!
  stage "front end" front
  stage "compiling" wait "$compiling"
  # the demo household for the browser tests, beside the Python tests; whoever needs it first waits for it
  python tests/e2e/server.py "$BRASKO_SEEDED" & seeding=$!
  stage "Python" python_tests
  wait "$seeding" || fail "the demo household could not be filled."
  stage "browser" browser_tests
else
  stage "compiling" tools/compile.sh
  stage "Python" python_tests -m "long or hypothesis"
  stage "spoilt files" env BRASKO_SPOILT=300 pytest tests/web/test_moving_spoilt.py -n auto --dist load
  stage "browser" browser_tests -m long
  stage "kills" env BRASKO_KILLS=50 pytest tests/e2e/test_killed.py -m long
  stage "soak" python tools/soak.py
  stage "fuzz" python tools/fuzz.py
fi
printf '%s' "$summary"
[ ${#failed[@]} -eq 0 ] || fail "these tests failed: ${failed[*]}"
