# A page kept summed: a book, fed month by month, asked, and checked against all entries.
cd "$(mktemp -d)" || exit 1
path=$(Rscript --vanilla -e 'cat(system.file("exec", "idle-ledger", package = "idleledger"))')
table=$(Rscript --vanilla -e 'cat(idleledger::demo_table("tolls", as = "path"))')
idle-ledger() { "$path" "$@"; }
for month in 2026-04 2026-05 2026-06; do
  (head -n 1 "$table"; grep ",$month-" "$table") >"$month.csv"
done
cp "$table" tolls.csv
grep -v ',2026-0[456]-' "$table" >before.csv
say() { printf '\033[1m$ %s\033[0m\n' "$*"; eval "$*"; echo; }
say "idle-ledger book new reach.book before.csv --lines reach --figures 'receipts = sum(toll), typical = median(toll)' >/dev/null"
say "idle-ledger book post reach.book before.csv 2026-04.csv 2026-05.csv 2026-06.csv"
say "idle-ledger book post reach.book 2026-05.csv"
say "idle-ledger book draw-up reach.book"
say "idle-ledger book withdraw reach.book 2026-06.csv && idle-ledger book draw-up reach.book --as csv"
say "idle-ledger book post reach.book 2026-06.csv && idle-ledger book check reach.book --against tolls.csv | tail -n 1"
