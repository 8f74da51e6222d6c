#!/usr/bin/env bash
# Build a wheel that carries the built interface and its bill of materials: wheel.sh FOLDER [BILL]. Installed anywhere,
# `brasko serve` is all it needs. BILL is a folder with a bill that was written already.
set -euo pipefail
cd "$(dirname "$0")/.."
export PATH="$PWD/.venv/bin:$PATH"
to=$(mkdir -p "${1:-dist}" && cd "${1:-dist}" && pwd)
[ -f frontend/dist/index.html ] || { echo "Stopped: the interface is not built. Run: make build" >&2; exit 1; }
tree=$(mktemp -d)
trap 'rm -rf "$tree"' EXIT
mkdir "$tree/src" "$tree/requirements"
cp pyproject.toml LICENSE README.md "$tree"
cp requirements/app.in "$tree/requirements"
cp -r src/brasko "$tree/src"
find "$tree/src" -name __pycache__ -type d -prune -exec rm -rf {} +
cp -r frontend/dist "$tree/src/brasko/web/built"
if [ -n "${2:-}" ]; then cp -r "$2" "$tree/src/brasko/web/bill"; else python tools/bill.py "$tree/src/brasko/web/bill" >&2; fi
pip wheel --quiet --disable-pip-version-check --no-deps --no-build-isolation --no-index --wheel-dir "$to" "$tree"
ls "$to"/brasko-*.whl
