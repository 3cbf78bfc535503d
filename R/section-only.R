# only: which entries count. Several conditions must all be met.

room("only", "section",
  place = 3, read = read_items, windows = TRUE,
  option = list(takes = "CONDITIONS", does = "which entries count", example = "toll > 0, paid == \"cash\""),
  clause = clause("only some entries ...", "Keep only entries where",
    function(seen) in_groups(phrases_of_rooms("row"), "conditions")),
  check = function(items, ctx) {
    ctx$figure_hint <- "To keep lines by a figure, use the section `show`."
    check_conditions(items, ctx)
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) {
    met <- all_met(checked, entries_table(drawn))
    if (drawn$entries$windowed && !all(met %in% TRUE)) drawn <- add_note(drawn, sprintf(
      "columns: figures over other rows were worked before `only`, which then left out %s that they had seen.",
      entry_count(sum(!met %in% TRUE))
    ), "windows", mean(!met %in% TRUE))
    keep_entries(drawn, met, "only", checked)
  },
  words = function(checked) {
    paste("Keep only entries where", both(vapply(checked, `[[`, "", "text")))
  },
  aside = function(drawn, checked) {
    rows <- as.integer(unlist(lapply(drawn$entries$left_out, `[[`, "rows")))
    reason <- as.character(unlist(lapply(drawn$entries$left_out, `[[`, "reason")))
    names <- drawn$entries$source_names
    base <- as.integer(unlist(lapply(drawn$entries$left_out, `[[`, "base")))
    columns <- lapply(stats::setNames(nm = names), function(name) pick_rows(source_column(drawn$entries, name), base))
    named <- stats::setNames(list(rows, reason), c(free_name("entry", names), free_name("reason", names)))
    as_frame(c(named[1], columns, named[2]), length(rows))
  },
  in_sql = function(q, checked, brief) {
    found <- conditions_said(q, "only", checked)
    add_step(found$q, "kept", "*", where_all(found$said))
  },
  owes = function(drawn, checked) list(check_kept(drawn, checked))
)

# Leaves out the entries that do not meet a condition, with the reasons.
keep_entries <- function(drawn, met, section, checked) {
  entries <- drawn$entries
  condition <- paste(vapply(checked, `[[`, "", "text"), collapse = " and ")
  unknown <- sum(is.na(met))
  rows <- which(met)
  entries <- add_account(
    entries, section, sprintf("condition not met: %s", condition), entries$n - length(rows) - unknown
  )
  entries <- add_account(entries, section, sprintf("condition missing: %s", condition), unknown)
  if (entries$aside) entries$left_out <- c(entries$left_out, list(left_out_rows(drawn, met, checked)))
  drawn$entries <- take_entries(entries, rows)
  drawn
}

# Each row that is left out, with the first condition that it does not meet, or else the first that is not known.
left_out_rows <- function(drawn, met, checked) {
  out <- which(!met %in% TRUE)
  judged <- lapply(checked, function(one) as.logical(evaluate_column(one$node, entries_table(drawn)))[out])
  first_that <- function(is, words) {
    reason <- rep(NA_character_, length(out))
    for (k in rev(seq_along(checked))) reason[is(judged[[k]])] <- paste(words, checked[[k]]$text)
    reason
  }
  not_met <- first_that(function(met) met %in% FALSE, "not met:")
  reason <- ifelse(is.na(not_met), first_that(is.na, "missing:"), not_met)
  list(rows = rows_in_source(drawn$entries, out), base = base_rows(drawn$entries, out), reason = reason)
}
