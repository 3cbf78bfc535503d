#!/usr/bin/env bash
# Takes the pictures of docs/screenshots anew: tools/pictures.sh [name ...]. Each is of a real terminal, and those of a
# file that ends in .page are of a page in a browser (at a width of its own after "# width:", at a place after "# hash:"),
# those of .drawing are drawn by R. Needs Xvfb, xterm, ImageMagick and Chromium.
set -euo pipefail
cd "$(dirname "$0")/.."
browser=$(command -v chromium-headless-shell chromium | head -n 1 || true)
for program in Xvfb xterm import convert "${browser:-chromium}"; do
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
trimmed() { # picture of a terminal, name
  convert "$1" -trim +repage -bordercolor white -border 1 -trim +repage -bordercolor white -border 8 "docs/screenshots/$2.png"
}
for name in "${names[@]}"; do
  if [ -f "tools/pictures/$name.page" ]; then
    PAGE="$folder/page.html" Rscript --vanilla -e "source('tools/pictures/setting.R'); source('tools/pictures/$name.page')" >/dev/null
    size=$(sed -n 's/^# width: //p' "tools/pictures/$name.page")
    hash=$(sed -n 's/^# hash: //p' "tools/pictures/$name.page")
    "$browser" --headless --no-sandbox --disable-gpu --disable-background-networking --window-size="${size:-1280,800}" \
      --virtual-time-budget=3000 --screenshot="$folder/shot.png" "file://$folder/page.html$hash" >/dev/null 2>&1
    convert "$folder/shot.png" +repage -strip "docs/screenshots/$name.png" # with the margins that it has
    continue
  fi
  if [ -f "tools/pictures/$name.drawing" ]; then
    SHOT="docs/screenshots/$name.png" Rscript --vanilla -e "source('tools/pictures/setting.R'); source('tools/pictures/$name.drawing')"
    continue
  fi
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
  trimmed "$folder/shot.png" "$name"
done
