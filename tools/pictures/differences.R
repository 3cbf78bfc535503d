page <- brief(tolls, lines = c(reach, lock), figures = c(receipts = sum(toll), n = count()))
theirs <- as.data.frame(draw_up(page))[-3, ]
theirs$receipts <- format(round(theirs$receipts), big.mark = ",", trim = TRUE)
theirs$n[5] <- theirs$n[5] + 12L
theirs <- rbind(theirs, data.frame(reach = "Nether", lock = "Deep Cut", receipts = "120", n = 8L),
  data.frame(reach = "Total", lock = NA, receipts = "197,390", n = 20012L))
names(theirs)[1:2] <- c("Reach", "Lock name")
shown(utils::tail(theirs, 3))
shown(differences(page, theirs, match = c(reach = "Reach", lock = "Lock name"), to = "unit"))
odd <- file.path(tempdir(), "by-post.csv")
writeLines(c("lock;toll;day;id", "Lime Kiln;1.234,50;03/02/2025;9007199254740993",
  "Tarn Foot;n/a;04/02/2025;9007199254740992"), odd)
shown(look(odd))
shown(as.data.frame(ledger(odd, locale = "de", missing = c("", "n/a"), kinds = c(day = date("%d/%m/%Y")))))
