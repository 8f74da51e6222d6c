#!/usr/bin/env bash
# Fail when the published API description or the generated types are not what the code would make now.
set -euo pipefail
cd "$(dirname "$0")/.."
export PATH="$PWD/.venv/bin:$PATH"
made=$(mktemp -d)
trap 'rm -rf "$made"' EXIT
python manage.py export_openapi_schema --api brasko.web.config.api.api --indent 1 > "$made/openapi.json"
diff -q "$made/openapi.json" docs/formats/openapi.json || { echo "docs/formats/openapi.json is out of date. Run: make types" >&2; exit 1; }
(cd frontend && npx openapi-typescript ../docs/formats/openapi.json --default-non-nullable=false -o "$made/schema.gen.ts" >/dev/null)
diff -q "$made/schema.gen.ts" frontend/src/api/schema.gen.ts || { echo "schema.gen.ts is out of date. Run: make types" >&2; exit 1; }
python tools/formats.py "$made"
for schema in docs/formats/*.schema.json; do
  diff -q "$made/$(basename "$schema")" "$schema" || { echo "$schema is out of date. Run: make types" >&2; exit 1; }
done
python manage.py makemigrations --check --dry-run >/dev/null || { echo "A model change has no migration. Run: python tools/formats.py "$made"
for schema in docs/formats/*.schema.json; do
  diff -q "$made/$(basename "$schema")" "$schema" || { echo "$schema is out of date. Run: make types" >&2; exit 1; }
done
python manage.py makemigrations" >&2; exit 1; }
echo "No drift."
