#!/usr/bin/env bash
# Takes the pictures of docs/screenshots anew, each of a real terminal: tools/pictures.sh [name ...]
# Needs Xvfb, xterm and ImageMagick.
set -euo pipefail
cd "$(dirname "$0")/.."
for program in Xvfb xterm import convert; do
  command -v "$program" >/dev/null || { echo "pictures: $program is missing" >&2; exit 1; }
done
names=("$@")
[ ${#names[@]} -gt 0 ] || mapfile -t names < <(ls tools/pictures | grep -v setting | sed 's/[.][a-zA-Z]*$//')
folder=$(mktemp -d)
export DISPLAY=:78
Xvfb "$DISPLAY" -screen 0 1400x1500x24 >/dev/null 2>&1 &
server=$!
trap 'kill $server; rm -rf "$folder"' EXIT
sleep 1
for name in "${names[@]}"; do
  run="Rscript --vanilla -e 'source(\"tools/pictures/setting.R\"); source(\"tools/pictures/$name.R\")'"
  [ -f "tools/pictures/$name.sh" ] && run="bash tools/pictures/$name.sh"
  done="$folder/$name"
  xterm -geometry 100x84+0+0 -fa 'DejaVu Sans Mono' -fs 10 -bg white -fg '#222222' -e bash -c \
    "export LANG=C.UTF-8 LC_ALL=C.UTF-8 COLORTERM=truecolor; printf '\033[?25l'; $run 2>&1; printf '\033[?25l'; touch '$done'; sleep 60" &
  terminal=$!
  for _ in $(seq 100); do [ -f "$done" ] && break; sleep 0.5; done
  sleep 0.7
  import -window root "$folder/shot.png"
  kill $terminal
  convert "$folder/shot.png" -trim +repage -bordercolor white -border 1 -trim +repage -bordercolor white -border 8 "docs/screenshots/$name.png"
done
