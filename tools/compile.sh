#!/usr/bin/env bash
# Compile what computes, the heat kernel and the fire's loop side by side: once for every process that begins later.
set -uo pipefail
cd "$(dirname "$0")/.."
export PATH="$PWD/.venv/bin:$PATH" NUMBA_CACHE_DIR=${NUMBA_CACHE_DIR:-$PWD/var/numba}
unset PYTHONDONTWRITEBYTECODE
warm() { python -c "from brasko.core.$1.warm import $2 as warm; warm()"; }
warm fire warm_fire & fire=$!
warm heat warm && wait "$fire"
