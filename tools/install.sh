#!/usr/bin/env bash
# Builds and installs the package from a clean copy, unless the one installed is from the same files.
set -euo pipefail
cd "$(dirname "$0")/.."

stamp=$(find DESCRIPTION NAMESPACE LICENSE R src inst exec man -type f ! -name '*.o' ! -name '*.so' \
  ! -path '*/tests/*' -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-32)
installed=$(Rscript --vanilla -e 'cat(system.file("stamp", package = "idleledger"))')
if [ -n "$installed" ] && [ "$(cat "$installed")" = "$stamp" ]; then
  echo "install: up to date"
  exit 0
fi
folder=$(mktemp -d)
trap 'rm -rf "$folder"' EXIT
echo "install: building (about a minute)"
(cd "$folder" && R CMD build --no-build-vignettes "$OLDPWD" >build.log 2>&1) ||
  { cat "$folder/build.log" >&2; exit 1; }
echo "CXX17FLAGS = -O2" >"$folder/Makevars" # without what a debugger needs
_R_SHLIB_BUILD_OBJECTS_SYMBOL_TABLES_=TRUE MAKEFLAGS="-j$(nproc)" R_MAKEVARS_USER="$folder/Makevars" R CMD INSTALL "$folder"/idleledger_*.tar.gz >"$folder/install.log" 2>&1 ||
  { cat "$folder/install.log" >&2; exit 1; }
where=$(Rscript --vanilla -e 'cat(find.package("idleledger"))')
echo "$stamp" >"$where/stamp"
cp "$folder/install.log" "$where/install.log" # R CMD check reads it, so as not to compile all again
echo "install: done"
