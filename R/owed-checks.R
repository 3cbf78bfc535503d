# Pages that stand beside this one owe theirs.
checks_of_partners <- function(drawn, depth) {
  partners <- as.list(drawn$entries$partners)
  do.call(c, lapply(in_code_order(names(partners)), function(name) {
    below <- partners[[name]]$below$drawn
    if (!is.null(below)) checks_of_pages(below, depth + 1)
  }))
}

# The checks that each page owes, from the page itself down to the ledger.
checks_of_pages <- function(drawn, depth = 0) {
  brief <- drawn$brief
  in_parts <- if (is_states(drawn$lines$groups)) checks_of_page_in_parts(drawn)
  checks <- if (is.null(in_parts)) owed_by_page(drawn) else in_parts$checks
  if (!is.null(in_parts)) drawn <- in_parts$drawn
  if (depth > 0) checks <- lapply(checks, c, list(page = page_title(brief)))
  checks <- c(checks, checks_of_partners(drawn, depth))
  if (is.null(drawn$entries$below)) return(checks)
  c(checks, checks_of_pages(drawn$entries$below$drawn, depth + 1))
}
