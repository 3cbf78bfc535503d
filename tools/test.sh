#!/usr/bin/env bash
# All tests: the core's own (under the sanitizers of memory and of threads), the package's, the demo, spelling, lintr and
# R CMD check.
# What failed is said once more at the end. The last line counts the tests of the core and of the package, and lintr and
# the check as one each.
set -uo pipefail
cd "$(dirname "$0")/.."
passed=0
failed=0
said=$(mktemp -d)
touch "$said/wrong"
trap 'rm -rf "$said"' EXIT

# Under the watch over threads everything takes ten times as long: the largest tables, on which the others start
# the same threads, are left out.
some='*a wish to stop*,*wide keys are hashed*,*rows are arranged*,*keys side by side*,*text is coded*'
all_but_slow="-tce=$some,*in a small range*,*percentiles are those*,*partners are the rows*"

# What is run while the others are watched, and what after it, so that both cores are kept busy.
after='*test-match*'

count() { # passed failed
  passed=$((passed + $1))
  failed=$((failed + $2))
}

heading() { echo "== $1 ($(date +%T))"; }

# A step's words and its end are kept in files.
step() { # name, command
  ("${@:2}") >"$said/$1" 2>&1
  echo $? >"$said/$1.end"
}

# Beside what goes on, since each keeps one core busy.
begin() { step "$@" & }

count_core() { # name of a step that ran the core's tests
  heading "core tests: $1"
  tail -n 12 "$said/$1"
  local line good bad
  line=$(grep 'test cases:' "$said/$1" | tail -n 1)
  good=$(echo "$line" | sed -E 's/.*\| +([0-9]+) passed.*/\1/')
  bad=$(echo "$line" | sed -E 's/.*\| +([0-9]+) failed.*/\1/')
  if [ -z "$line" ]; then count 0 1; else count "$good" "$bad"; fi
  if [ "$(cat "$said/$1.end")" -ne 0 ]; then
    if [ "${bad:-0}" = 0 ] && [ -n "$line" ]; then count 0 1; fi
    { echo "core tests: $1"; grep -A 6 -E 'ERROR|Sanitizer|runtime error' "$said/$1" | head -n 30; } >>"$said/wrong"
  fi
}

core_tests() {
  heading "building the core's tests"
  make -s -j"$(nproc)" -C src/core/tests build/sanitized/all build/threaded/all 2>&1 | tail -n 40
  begin sanitized make -s -C src/core/tests run-sanitized SOME="-sfe=$after"
  begin threaded make -s -C src/core/tests run-threaded SOME="$all_but_slow"
  wait -n
  begin sanitized-after make -s -C src/core/tests run-sanitized SOME="-sf=$after"
  wait
  for step in sanitized sanitized-after threaded; do count_core "$step"; done
}

package_tests() {
  heading "package tests"
  # A roomy heap: most of what a test makes is never looked at again.
  R_NSIZE=4000000 R_VSIZE=256M Rscript --vanilla tools/test.R "$said/counts" || true
  if [ -s "$said/counts" ]; then
    # shellcheck disable=SC2046
    count $(cat "$said/counts")
    cat "$said/counts.wrong" >>"$said/wrong"
  else
    count 0 1
    echo "the package's tests did not come to their end" >>"$said/wrong"
  fi
}

# The package as it is installed is checked, so that nothing is compiled a second time.
check_package() {
  local folder installed status
  export R_ENABLE_JIT=0 # each example runs once
  folder=$(mktemp -d)
  installed=$(Rscript --vanilla -e 'cat(find.package("idleledger"))')
  R CMD build --no-build-vignettes . >"$folder/build.log" 2>&1 && mv idleledger_*.tar.gz "$folder" &&
    (cd "$folder" && built=$(ls idleledger_*.tar.gz) && tar xzf "$built" &&
      Rscript --vanilla "$OLDPWD/tools/vignettes.R" idleledger >>build.log 2>&1 && tar czf "$built" idleledger &&
      rm -rf idleledger && _R_CHECK_FORCE_SUGGESTS_=false _R_CHECK_PKG_SIZES_THRESHOLD_=20 \
      R CMD check --no-manual --no-tests --no-vignettes --no-build-vignettes --library="$(dirname "$installed")" \
      --install="check:$installed/install.log" idleledger_*.tar.gz >check.log 2>&1)
  status=$(grep '^Status:' "$folder/check.log" 2>/dev/null)
  echo "R CMD check: ${status:-did not finish}"
  if [ "$status" != "Status: OK" ]; then
    cat "$folder/build.log" "$folder/check.log" 2>/dev/null | tail -n 120
    return 1
  fi
  rm -rf "$folder"
}

count_step() { # name of a step that is one test
  heading "$1"
  cat "$said/$1"
  if [ "$(cat "$said/$1.end")" -eq 0 ]; then count 1 0; else
    echo "FAILED: $1"
    { echo "$1" && tail -n 6 "$said/$1"; } >>"$said/wrong"
    count 0 1
  fi
}

# The demo's own words are shown only where it does not come to its end.
demo_spelling_and_lintr() {
  local told
  told=$(bash tools/demo.sh 2>&1) || { echo "$told" | tail -n 40; return 1; }
  echo "demo: to its end"
  Rscript --vanilla tools/spelling.R && Rscript --vanilla tools/lint.R
}

all_but_tests() {
  step check check_package
  step demo_spelling_and_lintr demo_spelling_and_lintr
}

core_tests
# These keep one core busy, while tests wait for programs of their own.
all_but_tests &
package_tests
wait
count_step demo_spelling_and_lintr
count_step check

if [ "$failed" -ne 0 ]; then heading "what failed" && cut -c1-160 "$said/wrong"; fi
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
