#!/usr/bin/env bash
# Reads what no reader expects: FUZZ_TIME for each, half a minute unless it says otherwise. What was once found stands in testdata
# and is read again by every go test; a few seconds of searching more found nothing and cost the tests a quarter of their time.
set -euo pipefail
cd "$(dirname "$0")/.."
time=${FUZZ_TIME:-30s}
# Go's fuzzer now and then ends at its own deadline without having found anything: that is no finding, and tried once more.
fuzz() {
	local log
	log=$(mktemp)
	for _ in 1 2; do
		if go test "$1" -run '^$' -fuzz "$2" -fuzztime "$time" -fuzzminimizetime 20x | tee "$log"; then
			rm -f "$log"
			return 0
		fi
		grep -q 'context deadline exceeded' "$log" && ! grep -q 'Failing input written\|panic:' "$log" || break
	done
	rm -f "$log"
	return 1
}
fuzz ./internal/core/unit FuzzParseFormat
fuzz ./internal/core/instrument 'FuzzRead$'
fuzz ./internal/gaugelink 'FuzzFollow$'
fuzz ./internal/exchange 'FuzzRead$'
fuzz ./internal/exchange 'FuzzReadCSV$'
fuzz ./internal/archive 'FuzzReadIndex$'
fuzz ./internal/photo 'FuzzMake$'
