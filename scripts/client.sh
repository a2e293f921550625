#!/usr/bin/env bash
# Writes docs/openapi.yaml from the server's code and the front end's typed client from that.
set -euo pipefail
cd "$(dirname "$(readlink -f "$0")")/.."
DJANGO_SETTINGS_MODULE=config.settings.test .venv/bin/python manage.py spectacular --file docs/openapi.yaml --validate
cd frontend
npx --no-install openapi-typescript ../docs/openapi.yaml -o src/shared/api/schema.d.ts
