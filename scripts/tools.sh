#!/usr/bin/env bash
# Installs the second programs that papers are read with, where they are missing.
set -euo pipefail
missing=()
command -v pdftotext >/dev/null || missing+=(poppler-utils)
command -v ssconvert >/dev/null || missing+=(gnumeric)
[ ${#missing[@]} -eq 0 ] || bash "$(dirname "$0")/apt.sh" "${missing[@]}"
