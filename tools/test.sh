#!/usr/bin/env bash
# All tests: the core's own (under the sanitizers of memory and of threads), the package's, lintr and R CMD check.
# The last line counts the tests of the core and of the package, and lintr and the check as one each.
set -uo pipefail
cd "$(dirname "$0")/.."
passed=0
failed=0

# Under the watch over threads everything takes ten times as long: the largest tables, on which the others start
# the same threads, are left out.
all_but_slow='-tce=*a wish to stop*,*wide keys are hashed*,*rows are arranged*,*keys side by side*,*text is coded*,*in a small range*,*percentiles are those*'

count() { # passed failed
  passed=$((passed + $1))
  failed=$((failed + $2))
}

step() { # a step that is one test: name, command
  echo "== $1 ($(date +%T))"
  if "${@:2}"; then count 1 0; else echo "FAILED: $1"; count 0 1; fi
}

core_tests() { # make target
  echo "== core tests: $1 ($(date +%T))"
  local out
  out=$(make -s -j"$(nproc)" -C src/core/tests "$1" SOME="$all_but_slow" 2>&1)
  local ok=$?
  echo "$out" | tail -n 12
  local line
  line=$(echo "$out" | grep 'test cases:' | tail -n 1)
  local good bad
  good=$(echo "$line" | sed -E 's/.*\| +([0-9]+) passed.*/\1/')
  bad=$(echo "$line" | sed -E 's/.*\| +([0-9]+) failed.*/\1/')
  if [ -z "$line" ]; then count 0 1; else count "$good" "$bad"; fi
  if [ $ok -ne 0 ] && [ "${bad:-0}" = 0 ] && [ -n "$line" ]; then count 0 1; fi
}

package_tests() {
  echo "== package tests ($(date +%T))"
  local out
  out=$(mktemp)
  Rscript --vanilla tools/test.R "$out" || true
  if [ -s "$out" ]; then
    # shellcheck disable=SC2046
    count $(cat "$out")
  else
    count 0 1
  fi
}

check_package() {
  local folder
  folder=$(mktemp -d)
  local installed
  installed=$(Rscript --vanilla -e 'cat(find.package("idleledger"))')
  R CMD build --no-build-vignettes . >"$folder/build.log" 2>&1 && mv idleledger_*.tar.gz "$folder" &&
    (cd "$folder" && _R_CHECK_FORCE_SUGGESTS_=false _R_CHECK_PKG_SIZES_THRESHOLD_=20 \
      R CMD check --no-manual --no-tests --no-build-vignettes --library="$(dirname "$installed")" \
      --install="check:$installed/install.log" idleledger_*.tar.gz >check.log 2>&1)
  local status
  status=$(grep '^Status:' "$folder/check.log" 2>/dev/null)
  echo "R CMD check: ${status:-did not finish}"
  if [ "$status" != "Status: OK" ]; then
    cat "$folder/build.log" "$folder/check.log" 2>/dev/null | tail -n 120
    return 1
  fi
  rm -rf "$folder"
}

core_tests run-sanitized
core_tests run-threaded
package_tests
step "lintr" Rscript --vanilla tools/lint.R
step "R CMD check" check_package

echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
