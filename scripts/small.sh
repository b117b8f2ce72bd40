#!/usr/bin/env bash
# A small form of `make bench` and of `make attack`, so that neither rots: each benchmark once, on a small shop of many years;
# one kill under writers, one full disk, slow readers, lines, and the page's own times. It measures nothing.
set -euo pipefail
cd "$(dirname "$0")/.."
data=$(mktemp -d)
trap 'rm -rf "$data"' EXIT
./bin/ledge many --db "$data/many.db" --jobs 30 --open 10
for package in exchange demo store httpapi; do
	LEDGE_MANY="$data/many.db" go test "./internal/$package" -run '^$' -bench . -benchtime 1x | grep -E 'Benchmark|^(ok|FAIL)|panic'
done
(cd internal/attack && go test -tags attack -short -count=1 -timeout 10m -run 'TestKills|TestFullDisk|TestLetIn')
# Two readings at each place of the page's own benchmark, and what its first load weighs.
./bin/ledge demo --db "$data/painted.db" --listen 127.0.0.1:0 --copies 0 >"$data/log" 2>&1 &
pid=$!
trap 'kill "$pid" 2>/dev/null || true; rm -rf "$data"' EXIT
for _ in $(seq 3000); do
	! grep -qs http "$data/log" || break
	kill -0 "$pid" 2>/dev/null || { cat "$data/log"; exit 1; }
	sleep 0.02
done
CHROMIUM=$(bash scripts/chromium.sh)
export CHROMIUM
(cd web && LEDGE_TYPED=2 node e2e/latency.mjs "$(grep -o 'http://[^ ]*' "$data/log" | sed 's#/$##')")
