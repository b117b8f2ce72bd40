#!/usr/bin/env bash
# A small form of `make bench` and of `make attack`, so that neither rots: each benchmark once, on a small shop of many years;
# one kill under writers, one full disk, slow readers, lines. It measures nothing.
set -euo pipefail
cd "$(dirname "$0")/.."
data=$(mktemp -d)
trap 'rm -rf "$data"' EXIT
./bin/ledge many --db "$data/many.db" --jobs 30 --open 10
for package in exchange demo store httpapi; do
	LEDGE_MANY="$data/many.db" go test "./internal/$package" -run '^$' -bench . -benchtime 1x | grep -E 'Benchmark|^(ok|FAIL)|panic'
done
go test -tags attack -short -count=1 -timeout 10m ./internal/attack -run 'TestKills|TestFullDisk|TestLetIn'
