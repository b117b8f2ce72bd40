#!/usr/bin/env bash
# The pictures of docs/screenshots, made from the demo data.
set -euo pipefail
cd "$(dirname "$0")/.."
CHROMIUM=$(bash scripts/chromium.sh)
export CHROMIUM
data=$(mktemp -d)
trap 'kill "${pid:-}" 2>/dev/null || true; rm -rf "$data"' EXIT
./bin/ledge demo --db "$data/demo.db" --listen 127.0.0.1:8298 >"$data/log" 2>&1 &
pid=$!
until grep -qs http "$data/log"; do sleep 0.05; done
(cd web && node e2e/screenshots.mjs "$(grep -o 'http://[^ ]*[0-9]' "$data/log" | head -1)" ../docs/screenshots)
