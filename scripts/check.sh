#!/usr/bin/env bash
# Types, linters, and the tests of what changed. `make test` is everything.
set -euo pipefail
cd "$(dirname "$0")/.."
base=${BASE:-HEAD}
changed() { git diff --name-only "$base" -- "$@"; git ls-files --others --exclude-standard -- "$@"; }
[ -n "$(changed)" ] || base=HEAD~1

mapfile -t packages < <(changed 'cmd/*.go' 'internal/*' | xargs -r -n1 dirname | sed -E 's#/(testdata|migrations|messages|jobs)(/.*)?$##' |
	sort -u | while read -r dir; do ls "$dir"/*.go >/dev/null 2>&1 && echo "./$dir"; done)
test -z "$(gofmt -l cmd internal)" || { gofmt -l cmd internal; echo "run gofmt"; exit 1; }
go build ./...
bash scripts/lint.sh
if [ ${#packages[@]} -gt 0 ]; then
	# How the packages hang together is a test of the core.
	go test "${packages[@]}" ./internal/core
fi
if [ -n "$(changed web)" ]; then
	cd web
	npm run --silent typecheck
	npm run --silent lint
	npx vitest run --changed "$base"
fi
