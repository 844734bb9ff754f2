#!/usr/bin/env bash
# Installs the Debian packages that are missing: for the demo PostgreSQL, for the
# tests also a browser, two readers of picture metadata, two writers of pictures,
# a reader of PDF and one that knows where the sun is. Says what it does.
set -euo pipefail
want=()
ls /usr/lib/postgresql/*/bin/postgres >/dev/null 2>&1 || want+=(postgresql)
if [ "${1:-demo}" = test ]; then
  [ -x /usr/bin/chromium ] || want+=(chromium)
  command -v exiftool >/dev/null || want+=(libimage-exiftool-perl)
  command -v exiv2 >/dev/null || want+=(exiv2)
  [ -x /usr/bin/convert ] || want+=(imagemagick)
  command -v heif-enc >/dev/null || want+=(libheif-examples)
  command -v pdftotext >/dev/null || want+=(poppler-utils)
  /usr/bin/python3 -c "import ephem" 2>/dev/null || want+=(python3-ephem)
fi
for tool in go node npm; do
  command -v "$tool" >/dev/null || { echo "$tool is missing. Install Go 1.26 and Node 20 first." >&2; exit 1; }
done
[ ${#want[@]} -eq 0 ] && exit 0
echo "Installing from Debian: ${want[*]}"
sudo=""
if [ "$(id -u)" -ne 0 ]; then
  command -v sudo >/dev/null || { echo "Ask an administrator to run: apt-get install ${want[*]}" >&2; exit 1; }
  sudo=sudo
fi
log=$(mktemp)
if ! { $sudo apt-get update && DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y --no-install-recommends "${want[@]}"; } >"$log" 2>&1; then
  tail -20 "$log" >&2
  echo "The packages could not be installed; see above." >&2
  exit 1
fi
rm -f "$log"
