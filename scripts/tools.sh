#!/usr/bin/env bash
# Installs the second programs that papers are read with, where they are missing and root or sudo is at hand.
set -euo pipefail
missing=()
command -v pdftotext >/dev/null || missing+=(poppler-utils)
command -v ssconvert >/dev/null || missing+=(gnumeric)
[ ${#missing[@]} -eq 0 ] && exit 0
as_root=()
if [ "$(id -u)" -ne 0 ]; then
  command -v sudo >/dev/null && sudo -n true 2>/dev/null || {
    echo "Missing: ${missing[*]}, and no right to install them." >&2; exit 1; }
  as_root=(sudo)
fi
command -v apt-get >/dev/null || { echo "Missing: ${missing[*]}." >&2; exit 1; }
"${as_root[@]}" apt-get update -qq >&2
DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get install -y -qq --no-install-recommends "${missing[@]}" >&2
