#!/usr/bin/env bash
# Prints the path of a Chromium; installs Debian's where there is none. CHROMIUM= names another. The one without windows
# does the same work with a quarter less of the processor.
set -euo pipefail
if [ -n "${CHROMIUM:-}" ]; then echo "$CHROMIUM"; exit 0; fi
shell=chromium-headless-shell
command -v "$shell" && exit 0
bash "$(dirname "$0")/apt.sh" "$shell" 2>/dev/null && command -v "$shell" && exit 0
for name in chromium chromium-browser google-chrome; do
  if command -v "$name" >/dev/null; then command -v "$name"; exit 0; fi
done
bash "$(dirname "$0")/apt.sh" chromium
command -v chromium
