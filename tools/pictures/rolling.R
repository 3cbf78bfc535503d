daily <- brief(tolls, lines = passed_on, figures = c(receipts = sum(toll)))
weekly <- brief(daily, along = passed_on, beside = c(
  to_date = running(sum(receipts)), week = rolling(mean(receipts), days(7)),
  before = rolling(mean(receipts), behind = 7, ahead = -1),
  change = receipts - lag(receipts)
))
shown(draw_up(weekly))
shown(tie_out(weekly))
