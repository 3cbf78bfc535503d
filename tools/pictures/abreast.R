shown(draw_up(brief(tolls, lines = c(reach, paid), figures = c(receipts = sum(toll), passages = count()),
  abreast = columns_of(paid, totals = "both"), layout = c(Reach = reach, money(receipts), passages)
)))
locks <- brief(demo_table("locks"), lines = c(reach, lock))
shown(draw_up(line_up(locks, lock, under = reach)))
shown(draw_up(brief(tolls, lines = c(reach, q = start_of(passed_on, "quarter")), figures = c(receipts = sum(toll)),
  abreast = columns_of(q, totals = "side"), order = falling(Total)
)))
