page <- brief(tolls,
  lines = c(reach, lock), figures = c(receipts = sum(toll)), footing = rollup(reach, lock),
  control = c(receipts = 197389.75)
)
shown(tie_out(page))
statement <- draw_up(page)
statement$receipts[4] <- statement$receipts[4] + 10
shown(tie_out(statement, source = head(demo_table("tolls"), -1)))
