page <- brief(tolls,
  lines = c(lock, month = start_of(passed_on, "month")), figures = c(receipts = sum(toll), typical = median(toll)),
  beside = c(place = rank(falling(receipts), per = month), change = receipts - lag(receipts, along = month, per = lock))
)
shown(proof(page, typical, lock == "Tarn Foot", month == "2025-01-01"))
shown(proof(page, change, lock == "Tarn Foot", month == "2025-02-01"))
shown(entries_behind(page, lock == "Tarn Foot", month == "2025-02-01"))
