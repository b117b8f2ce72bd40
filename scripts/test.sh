#!/usr/bin/env bash
# Everything that must hold: Go, types, lint, units, drift of the generated API, and a real browser.
set -euo pipefail
cd "$(dirname "$0")/.."
step() {
	printf '\n== %s (after %d s)\n' "$*" "$SECONDS"
}

fresh=$(mktemp -d)
trap 'rm -rf "$fresh"' EXIT
# Waits for the network while Go works.
make --no-print-directory web/node_modules/.installed > "$fresh/npm.log" 2>&1 &
installing=$!

step "Second programs to read papers with"
bash scripts/tools.sh
export LEDGE_TOOLS=there # their tests must run, not skip

step "Go without a front end"
test -z "$(gofmt -l cmd internal)" || { gofmt -l cmd internal; echo "run gofmt"; exit 1; }
go build ./...
go vet -tags attack ./... # the attack runs by itself: make attack
bash scripts/lint.sh
go test -vet=off ./...

step "Windows and macOS"
go run scripts/cross.go

step "Front end"
wait "$installing" || { cat "$fresh/npm.log"; exit 1; }
go run ./cmd/ledge openapi > "$fresh/openapi.json"
diff -u web/openapi.json "$fresh/openapi.json" || { echo "web/openapi.json is out of date: run make api"; exit 1; }
(cd web && npx openapi-typescript openapi.json -o "$fresh/schema.d.ts" >/dev/null)
diff -u web/src/api/schema.d.ts "$fresh/schema.d.ts" || { echo "web/src/api/schema.d.ts is out of date: run make api"; exit 1; }
(cd web && npm run --silent typecheck && npm run --silent lint && npm run --silent test)

step "Speed and attacks, in small"
make --no-print-directory build
bash scripts/small.sh

step "The application in a browser"
CHROMIUM=$(bash scripts/chromium.sh)
export CHROMIUM
(cd web && npm run --silent e2e)
