#!/usr/bin/env bash
# Builds Ledge for the other systems that it runs on. Two are built whole, for the rest the files that they would be built of are looked
# up: four cold builds cost as much as all other tests. `CROSS=all` builds every one.
set -euo pipefail
cd "$(dirname "$0")/.."
out=$(mktemp -d)
trap 'rm -rf "$out"' EXIT
for target in windows/amd64 windows/arm64 darwin/amd64 darwin/arm64; do
  export GOOS=${target%/*} GOARCH=${target#*/}
  case "${CROSS:-}:$target" in
    all:* | *:windows/amd64 | *:darwin/arm64) go build -gcflags='all=-N -l' -o "$out/ledge" ./cmd/ledge && echo "$target: built" ;;
    *) go list -deps ./cmd/ledge >/dev/null && echo "$target: complete" ;;
  esac
done
