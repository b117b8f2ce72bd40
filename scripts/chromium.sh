#!/usr/bin/env bash
# Prints the path of a Chromium; installs Debian's where there is none. CHROMIUM= names another.
set -euo pipefail
if [ -n "${CHROMIUM:-}" ]; then echo "$CHROMIUM"; exit 0; fi
for name in chromium chromium-browser google-chrome; do
  if command -v "$name" >/dev/null; then command -v "$name"; exit 0; fi
done
bash "$(dirname "$0")/apt.sh" chromium
command -v chromium
