#!/usr/bin/env bash
# Writes docs/openapi.yaml from the server's code, the front end's typed client from that, and the fields of the garden
# file from its descriptions.
set -euo pipefail
cd "$(dirname "$(readlink -f "$0")")/.."
DJANGO_SETTINGS_MODULE=config.settings.test .venv/bin/python manage.py spectacular --file docs/openapi.yaml --validate
.venv/bin/python -m scripts.field_tables
cd frontend
npx --no-install openapi-typescript ../docs/openapi.yaml -o src/shared/api/schema.d.ts
