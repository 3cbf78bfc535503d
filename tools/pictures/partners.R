targets <- demo_table("targets")
monthly <- brief(tolls, prepare = mend_keys(lock), lines = c(lock, month = start_of(passed_on, "month")),
  figures = c(receipts = sum(toll)))
guarded <- brief(tolls, prepare = bring_in(targets, match = lock), lines = reach, figures = c(receipts = sum(toll)))
cat("> draw_up(brief(tolls, prepare = bring_in(targets, match = lock), lines = reach,\n",
  "    figures = c(receipts = sum(toll))))\n", sep = "")
tryCatch(draw_up(guarded), error = function(e) cat(conditionMessage(e), "\n\n"))
against <- brief(monthly, prepare = bring_in(targets, match = c(lock, month), without_partner = "both"),
  beside = c(over = receipts - target), show = bottom(3, over))
shown(draw_up(against))
shown(tie_out(against))
shown(set_aside(against, "prepare"))
