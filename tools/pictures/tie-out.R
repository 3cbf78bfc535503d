# Twelve findings, of which the seven heaviest are printed.
dues <- demo_table("dues")
dues <- transform(dues,
  wharf = replace(replace(wharf, 9, "alder "), 40, NA), due = replace(due, c(77, 200), c(9999, NA)),
  goods = replace(goods, 12, "n/a"), currency = ifelse(wharf == "Dyer", "EUR", "GBP")
)
page <- brief(rbind(dues[1:340, ], dues[7, ]),
  title = "Dues by month and wharf", only = goods != "wool", lines = c(month = start_of(paid_on, "month"), wharf),
  figures = c(dues = sum(due), slips = sum(slip), each = mean(due / tonnes)), footing = rollup(month, wharf),
  beside = c(part = share(dues, per = month)), show = top(9, dues),
  layout = c(month, wharf, Dues = money(dues, digits = 0), Each = decimals(each, 0), percent(part)),
  notes = accept("units", because = "one rate all year")
)
shown(tie_out(page))
