#!/usr/bin/env bash
# Fail when the published API description or the generated types are not what the code would make now.
set -euo pipefail
cd "$(dirname "$0")/.."
export PATH="$PWD/.venv/bin:$PATH"
made=$(mktemp -d)
trap 'rm -rf "$made"' EXIT
same() {
  diff -q "$made/$(basename "$1")" "$1" || { echo "$1 is out of date. Run: make types" >&2; exit 1; }
}
python manage.py export_openapi_schema --api brasko.web.config.api.api --indent 1 > "$made/openapi.json"
same docs/formats/openapi.json
(cd frontend && npx openapi-typescript ../docs/formats/openapi.json --default-non-nullable=false -o "$made/schema.gen.ts" >/dev/null)
same frontend/src/api/schema.gen.ts
python tools/formats.py "$made"
same frontend/src/api/answers.gen.ts
for schema in docs/formats/*.schema.json; do
  same "$schema"
done
python manage.py makemigrations --check --dry-run >/dev/null || { echo "A model change has no migration. Run: python manage.py makemigrations" >&2; exit 1; }
echo "No drift."
