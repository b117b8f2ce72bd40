#!/usr/bin/env bash
# Reads what no reader expects: FUZZ_TIME for each, half a minute unless it says otherwise. What was once found stands in testdata
# and is read again by every go test; a few seconds of searching more found nothing and cost the tests a quarter of their time.
set -euo pipefail
cd "$(dirname "$0")/.."
time=${FUZZ_TIME:-30s}
go test ./internal/core/unit -run '^$' -fuzz FuzzParseFormat -fuzztime "$time" -fuzzminimizetime 20x
go test ./internal/core/instrument -run '^$' -fuzz 'FuzzRead$' -fuzztime "$time" -fuzzminimizetime 20x
go test ./internal/gaugelink -run '^$' -fuzz 'FuzzFollow$' -fuzztime "$time" -fuzzminimizetime 20x
go test ./internal/exchange -run '^$' -fuzz 'FuzzRead$' -fuzztime "$time" -fuzzminimizetime 20x
go test ./internal/exchange -run '^$' -fuzz 'FuzzReadCSV$' -fuzztime "$time" -fuzzminimizetime 20x
go test ./internal/archive -run '^$' -fuzz 'FuzzReadIndex$' -fuzztime "$time" -fuzzminimizetime 20x
go test ./internal/photo -run '^$' -fuzz 'FuzzMake$' -fuzztime "$time" -fuzzminimizetime 20x
