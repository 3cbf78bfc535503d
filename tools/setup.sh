#!/usr/bin/env bash
# Installs what is missing to build, test and run Idle Ledger on Debian. Quick when nothing is.
set -euo pipefail

debian_packages=(
  r-base-core r-base-dev make g++ doctest-dev
  r-cran-bit64 r-cran-cli r-cran-digest r-cran-future r-cran-gmp r-cran-jsonlite r-cran-lintr r-cran-codetools r-cran-rcpp r-cran-readr
  r-cran-rlang r-cran-roxygen2 r-cran-testthat r-cran-withr r-cran-dbi r-cran-rsqlite r-cran-readxl r-cran-openxlsx
  r-cran-utf8 r-cran-yaml r-cran-zip r-cran-ggplot2 r-cran-htmltools r-cran-knitr r-cran-rmarkdown r-cran-png
  r-cran-shiny r-cran-httpuv r-cran-later r-cran-promises r-cran-curl r-cran-processx r-cran-fastmap r-cran-magrittr r-cran-r6
  r-cran-hunspell hunspell-en-gb
  fonts-dejavu-core pandoc libssl-dev zlib1g-dev libpq-dev postgresql postgresql-client
  mariadb-server mariadb-client libmariadb-dev
)
r_packages=(zip bit64 cli digest future gmp jsonlite lintr codetools Rcpp readr rlang roxygen2 testthat withr DBI RSQLite readxl
  openxlsx utf8 yaml ggplot2 htmltools knitr rmarkdown png shiny httpuv later promises curl processx fastmap magrittr R6
  hunspell nanoparquet RPostgres RMariaDB chromote)

as_root() {
  if [ "$(id -u)" -eq 0 ]; then "$@"; else sudo "$@"; fi
}

is_installed() { dpkg-query -W -f='${Status}' "$1" 2>/dev/null | grep -q '^install ok installed$'; }

is_there() { command -v "$1" >/dev/null; }

missing_r_packages() {
  Rscript --vanilla -e 'wanted <- commandArgs(TRUE)
    cat(wanted[!vapply(wanted, requireNamespace, TRUE, quietly = TRUE)])' "$@"
}

wanted=()
for package in "${debian_packages[@]}"; do
  case "$package" in
    r-cran-*) continue ;;
    *) is_installed "$package" || wanted+=("$package") ;;
  esac
done
if is_there Rscript; then
  missing=$(missing_r_packages "${r_packages[@]}")
else
  missing="${r_packages[*]}"
fi
for package in $missing; do
  case " ${debian_packages[*]} " in
    *" r-cran-${package,,} "*) wanted+=("r-cran-${package,,}") ;;
  esac
done

browser=""
is_there chromium-headless-shell || is_there chromium || browser=chromium
if [ ${#wanted[@]} -gt 0 ] || [ -n "$browser" ]; then
  as_root apt-get update -qq
  # The one without a window starts in half the time.
  if [ -n "$browser" ] && apt-cache show "$browser-headless-shell" >/dev/null 2>&1; then browser+=-headless-shell; fi
  wanted+=(${browser:+"$browser"})
  echo "setup: installing ${wanted[*]}"
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends \
    "${wanted[@]}" >/dev/null
fi

# What Debian does not have, or has too old, comes as source from the repository R is set up with.
missing=$(missing_r_packages "${r_packages[@]}")
if [ -n "$missing" ]; then
  echo "setup: building $missing"
  # shellcheck disable=SC2086
  as_root env MAKEFLAGS="-j$(nproc)" Rscript -e 'install.packages(commandArgs(TRUE))' $missing >/tmp/setup-build.log 2>&1 ||
    tail -n 40 /tmp/setup-build.log >&2
  missing=$(missing_r_packages "${r_packages[@]}")
  [ -z "$missing" ] || { echo "setup: could not install $missing" >&2; exit 1; }
fi
echo "setup: all there"
