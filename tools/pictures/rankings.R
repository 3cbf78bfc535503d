typical <- brief(tolls, only = lock != "tarn foot ", lines = lock, figures = c(typical = median(toll)))
shown(draw_up(brief(typical,
  beside = c(
    number = row_number(falling(typical)), place = rank(falling(typical)), dense = dense_rank(falling(typical)),
    part = percent_rank(falling(typical)), upto = cume_dist(falling(typical)), quarter = ntile(4, falling(typical))
  ), order = number
)))
