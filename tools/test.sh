#!/usr/bin/env bash
# All tests. Browser tests run in a process of their own: Playwright leaves an event loop behind.
set -euo pipefail
cd "$(dirname "$0")/.."
export PATH="$PWD/.venv/bin:$PATH" NUMBA_CACHE_DIR=${NUMBA_CACHE_DIR:-$PWD/var/numba}
(cd frontend && npm run -s test)
pytest tests/core tests/cli tests/web tests/setup -n auto --dist worksteal
pytest tests/e2e -n 2 --dist loadfile
