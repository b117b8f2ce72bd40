#!/usr/bin/env bash
# Lines that people can read, and what the compiler does not see. The tools are fixed versions from the module proxy.
set -euo pipefail
cd "$(dirname "$0")/.."

# A struct's tags and the documents in tests stand on one line each, however long.
whole='`(json|query|header|db):|doc:"|^\s*`?[\[{"]|`\{|//go:|": ?[\[{0-9"]'
long=$(git ls-files '*.go' | xargs go run github.com/walle/lll/cmd/lll@v1.0.1 -l 120 -w 4 -e "$whole")
test -z "$long" || { echo "$long"; echo "lines of more than 120 columns: wrap them, one thought a line"; exit 1; }

go run honnef.co/go/tools/cmd/staticcheck@v0.8.2 ./...
