#!/usr/bin/env bash
# Answers of the real server for the demo data, kept for the front end's unit tests (web/src/testdata).
set -euo pipefail
cd "$(dirname "$0")/.."
data=$(mktemp -d)
trap 'kill "${pid:-}" 2>/dev/null || true; rm -rf "$data"' EXIT
./bin/ledge demo --db "$data/demo.db" --listen 127.0.0.1:8297 >"$data/log" 2>&1 &
pid=$!
until grep -qs http "$data/log"; do sleep 0.05; done
base=$(grep -o 'http://[^ ]*[0-9]' "$data/log" | head -1)
lines() { node -e 'process.stdout.write(JSON.stringify(JSON.parse(require("fs").readFileSync(0)), null, 0).replaceAll("},{", "},\n{") + "\n")'; }
ask() { curl -fs "${@:2}" "$base/api/v1/$1"; }
keep() { ask "$1" "${@:3}" | lines >"web/src/testdata/$2.json"; }
# A job with what other places ask for: what is decided and ordered of it.
whole() {
	{ ask "jobs/$1" | sed 's/}[[:space:]]*$//' && echo ',"decided":' && ask "jobs/$1/decisions" && echo ',"orders":' && ask "jobs/$1/orders" && echo '}'; } |
		lines >"web/src/testdata/$2.json"
}
keep table table
keep jobs jobs
for id in 1 3 4 6 9; do whole "$id" "job-$id"; done
keep rates rates
keep jobs/6/costs costs-6 -X POST -H 'Content-Type: application/json' -d '{"options":{}}'
keep jobs/9/report report-9
keep jobs/9/history history-9
keep 'search?text=sawmill' search
keep 'learned?engine=Sawmill+four' learned
# A reading of job 4: its answer, and the job after it; with what job-4 holds they belong together.
reading='{"id":"0b6dd7b8-5a0c-4c4e-9f6e-0f2d5c1f7a11","kind":"main_journal","number":1,"state":"as_found","station":0,"direction":0,"what":"size","value":549870000,"typed":"87","repeat":true,"unusual":true}'
keep jobs/4/readings reading-4 -X POST -H 'Content-Type: application/json' -H 'Ledge-Person: Wanda Pell' -d "$reading"
whole 4 job-4-read
