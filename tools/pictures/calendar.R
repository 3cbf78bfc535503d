daily <- brief(tolls, lines = c(reach, passed_on), figures = c(receipts = sum(toll)))
weekly <- brief(daily,
  prepare = fill_calendar(passed_on, per = reach, fill = c(receipts = 0)),
  beside = c(week = rolling(mean(receipts), days(7), along = passed_on, per = reach)), order = c(reach, passed_on),
  show = between(passed_on, "2024-12-22", "2024-12-27")
)
shown(weekly)
shown(stages(weekly, 4))
shown(offer_repairs(tolls))
