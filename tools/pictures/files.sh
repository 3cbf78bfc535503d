export R_CLI_NUM_COLORS=256
cd "$(mktemp -d)"
program="$(Rscript -e 'cat(system.file("exec", "idle-ledger", package = "idleledger"))')"
cp "$($program demo tolls)" tolls.csv
run() { echo "$ idle-ledger $*"; "$program" "$@"; echo; }
run new tolls.csv --write receipts.brief.yaml
tail -n 21 receipts.brief.yaml
echo
run draw-up receipts.brief.yaml
run describe receipts.brief.yaml --show 'top(2, toll)'
run help rolling share
