shown(draw_up(brief(tolls,
  lines = c(reach, lock), figures = c(passages = count(), receipts = sum(toll)), footing = rollup(reach, lock),
  beside = c(of_reach = share(receipts, per = parent())), order = falling(receipts)
)))
shown(draw_up(brief(tolls,
  only = reach != "Middle", lines = c(reach, paid), figures = c(receipts = sum(toll)), footing = cube(reach, paid)
)))
