#!/usr/bin/env bash
# Builds the site into out/site, without a network: reference, vignettes and news, from the package that is installed.
set -euo pipefail
cd "$(dirname "$0")/.."
if ! Rscript --vanilla -e 'quit(status = !requireNamespace("pkgdown", quietly = TRUE))'; then
  echo "site: installing pkgdown"
  as_root() { if [ "$(id -u)" -eq 0 ]; then "$@"; else sudo "$@"; fi; }
  as_root apt-get update -qq
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends r-cran-pkgdown >/dev/null
fi
folder=$(mktemp -d)
trap 'rm -rf "$folder"' EXIT
git ls-files | tar cf - --files-from - | tar xf - -C "$folder"
mkdir -p out/site
(cd "$folder" && Rscript --vanilla -e 'options(pkgdown.internet = FALSE)
  pkgdown::build_site(preview = FALSE, devel = FALSE, install = FALSE, new_process = FALSE)' >site.log 2>&1) ||
  { tail -n 40 "$folder/site.log" >&2; exit 1; }
rm -rf out/site
cp -r "$folder/out/site" out/site
echo "site: $PWD/out/site/index.html"
