#!/usr/bin/env bash
# The demo: from the CSV file of tolls to a summary that is tied out to its entries, all through the
# command line. Writes its files to out/.
set -euo pipefail
cd "$(dirname "$0")/.."
program=$(Rscript --vanilla -e 'cat(system.file("exec", "idle-ledger", package = "idleledger"))')
mkdir -p out

# Shows the command as one would type it, then runs it.
run() {
  local word
  printf '\n$ idle-ledger'
  for word in "$@"; do
    case "$word" in
      --*) printf ' \\\n    %s' "$word" ;;
      *[!a-zA-Z0-9./_-]*) printf " '%s'" "$word" ;;
      *) printf ' %s' "$word" ;;
    esac
  done
  printf '\n\n'
  "$program" "$@" 2>&1
}

tolls=$("$program" demo tolls)
cp "$tolls" out/tolls.csv
sections=(
  --title 'Receipts by reach and lock' --only 'toll > 0' --lines 'reach, lock'
  --figures 'passages = count(), receipts = sum(toll), typical = median(toll), largest = max(toll)'
  --beside 'place = rank(falling(receipts), per = reach), of_reach = share(receipts, per = reach)'
  --show 'top(3, receipts, per = reach, others = TRUE)' --order 'reach, falling(receipts)'
  --layout 'Reach = reach, Lock = lock, Place = place, passages, Receipts = money(receipts), `Of reach` = of_reach, typical'
)

echo "Idle Ledger, on the tolls of the Merrow Cut, a canal company that never was."
run look out/tolls.csv
run draw-up out/tolls.csv "${sections[@]}"
run tie-out out/tolls.csv "${sections[@]}"
run proof out/tolls.csv "${sections[@]}" --figure place --where 'lock == "High Pound"'
run draw-up out/tolls.csv "${sections[@]}" --write out/receipts.csv
run draw-up out/tolls.csv "${sections[@]}" --write out/receipts.xlsx --formulas
run differences out/receipts.csv out/receipts.xlsx --match Reach,Lock

crosstab=(
  --title 'How receipts were paid' --only 'toll > 0' --lines 'reach, paid' --figures 'receipts = sum(toll)'
  --abreast 'columns_of(paid, totals = "both")' --layout 'Reach = reach, money(receipts)'
)
run draw-up out/tolls.csv "${crosstab[@]}"
run entries-behind out/tolls.csv "${crosstab[@]}" --where 'reach == "Upper", is_missing(paid)'

footed=(
  --title 'Receipts by reach and lock' --prepare 'mend_keys(lock), strike_duplicates()' --only 'toll > 0'
  --lines 'reach, lock' --figures 'passages = count(), receipts = sum(toll), typical = median(toll)'
  --footing 'rollup(reach, lock)' --beside 'of_reach = share(receipts, per = parent())'
  --order 'reach, falling(receipts)'
  --layout 'Reach = reach, Lock = lock, passages, Receipts = money(receipts), typical, `Of reach` = of_reach'
)
run chart out/tolls.csv "${footed[@]}" --write out/receipts.png
run report out/tolls.csv "${footed[@]}" --write out/receipts.html

echo
echo "Files written: out/tolls.csv (the entries), out/receipts.csv and out/receipts.xlsx (the statement)."
echo "A picture: out/receipts.png. The report, in which each figure opens the entries behind it: $PWD/out/receipts.html"
echo "Where to look next: README.md; in R, library(idleledger); help(\"brief\"); words()."
echo "On the command line: $program --help"
