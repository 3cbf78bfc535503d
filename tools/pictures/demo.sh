export R_CLI_NUM_COLORS=256
bash tools/demo.sh 2>&1 | sed -n '/idle-ledger draw-up/,/^$ idle-ledger proof/p' | sed '/idle-ledger proof/,$d'
