page <- brief(tolls,
  title = "Receipts by reach and lock", only = toll > 0, lines = c(reach, lock),
  figures = c(passages = count(), receipts = sum(toll), typical = median(toll)),
  beside = c(place = rank(falling(receipts), per = reach), of_reach = share(receipts, per = reach)),
  show = top(3, receipts, per = reach, others = TRUE), order = c(reach, falling(receipts)),
  layout = c(Reach = reach, Lock = lock, place, passages, Receipts = money(receipts), of_reach, typical)
)
shown(page)
shown(workings(page))
