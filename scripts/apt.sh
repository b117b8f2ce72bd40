#!/usr/bin/env bash
# Installs Debian packages, as root or with sudo where it asks for no password; otherwise says what is missing.
set -euo pipefail
as_root=()
if [ "$(id -u)" -ne 0 ]; then
  command -v sudo >/dev/null && sudo -n true 2>/dev/null || { echo "Missing here, and no right to install: $*" >&2; exit 1; }
  as_root=(sudo)
fi
command -v apt-get >/dev/null || { echo "Missing here: $*" >&2; exit 1; }
"${as_root[@]}" apt-get update -qq >&2
DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get install -y -qq --no-install-recommends "$@" >&2
