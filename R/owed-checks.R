# Pages that stand beside this one owe theirs.
checks_of_partners <- function(drawn, depth) {
  partners <- as.list(drawn$entries$partners)
  do.call(c, lapply(sort(names(partners)), function(name) {
    below <- partners[[name]]$below$drawn
    if (!is.null(below)) checks_of_pages(below, depth + 1)
  }))
}

# The checks that each page owes, from the page itself down to the ledger.
checks_of_pages <- function(drawn, depth = 0) {
  brief <- drawn$brief
  owed <- lapply(names(brief$checked), function(name) {
    room_of("section", name)$owes(drawn, brief$checked[[name]])
  })
  checks <- Filter(Negate(is.null), c(
    list(check_entries(drawn)), do.call(c, owed), accepted_by(drawn, findings_of_page(drawn))
  ))
  if (depth > 0) checks <- lapply(checks, c, list(page = page_title(brief)))
  checks <- c(checks, checks_of_partners(drawn, depth))
  if (is.null(drawn$entries$below)) return(checks)
  c(checks, checks_of_pages(drawn$entries$below$drawn, depth + 1))
}
