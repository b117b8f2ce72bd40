# Ledge: `make demo` and `make test` are all a newcomer needs; both install what they use.
SHELL := bash
DB ?= demo.db

.PHONY: build demo demo-fresh test check soak bench attack fuzz truth api screenshots fixtures

web/node_modules/.installed: web/package-lock.json
	cd web && npm ci --no-audit --no-fund && touch node_modules/.installed

build: web/node_modules/.installed
	cd web && npm run --silent build
	go build -o bin/ledge ./cmd/ledge

demo: build
	./bin/ledge demo --db $(DB)

demo-fresh: build
	rm -f $(DB) $(DB)-wal $(DB)-shm # its daily copies stay
	./bin/ledge demo --db $(DB)

# The API description and the TypeScript types made from it; `make test` fails where they are out of date.
api: web/node_modules/.installed
	go run ./cmd/ledge openapi > web/openapi.json
	cd web && npm run --silent api

test:
	bash scripts/test.sh

# For daily work, in a minute or so: types, linters, and the Go and unit tests of what changed since the last commit, or
# in it where nothing did. BASE= names another commit to compare with.
check: web/node_modules/.installed
	bash scripts/check.sh

# Whole engines by keyboard and by touch, reading by reading, of which `make test` takes a part of each kind; and every place
# with all sorts of jobs and parts, of which it takes one each.
soak: build
	LEDGE_SOAK=1 go test -count=1 ./internal/varied
	CHROMIUM=$$(bash scripts/chromium.sh) && export CHROMIUM && cd web && LEDGE_SOAK=1 npm run --silent e2e -- engine.spec touch.spec accessible.spec

bench: build
	bash scripts/bench.sh

screenshots: build
	bash scripts/screenshots.sh

fixtures: build
	bash scripts/fixtures.sh

# Plays sets of parts whose truth is known, and writes how often they are judged rightly (docs/truth.md). A few minutes.
truth:
	go run ./cmd/ledge truth

# Reads hostile files of every sort, half a minute each.
fuzz:
	bash scripts/fuzz.sh

# Tries Ledge's promises against the real binary: kills, failing disks, hostile files, every role, requests at random,
# and in a real browser: its clock goes back, its storage is full or blocked. Some fifteen minutes.
attack: build fuzz
	cd internal/attack && go test -tags attack -count=1 -timeout 60m
	CHROMIUM=$$(bash scripts/chromium.sh) && export CHROMIUM && cd web && npm run --silent e2e -- storage.spec
