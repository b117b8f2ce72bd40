#!/usr/bin/env bash
# Prints the path of a Chromium; installs Debian's where there is none and root or sudo is at hand.
set -euo pipefail
if [ -n "${CHROMIUM:-}" ]; then echo "$CHROMIUM"; exit 0; fi
for name in chromium chromium-browser google-chrome; do
  if command -v "$name" >/dev/null; then command -v "$name"; exit 0; fi
done
as_root=()
if [ "$(id -u)" -ne 0 ]; then
  command -v sudo >/dev/null && sudo -n true 2>/dev/null || {
    echo "No Chromium here, and no right to install it: set CHROMIUM= to one." >&2; exit 1; }
  as_root=(sudo)
fi
command -v apt-get >/dev/null || { echo "No Chromium here: set CHROMIUM= to one." >&2; exit 1; }
"${as_root[@]}" apt-get update -qq >&2
DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get install -y -qq chromium >&2
command -v chromium
