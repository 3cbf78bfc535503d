# Rules: what has led people to wrong figures before, and is not wrong by itself. A rule's room says what
# there is to say of a ledger (`of_ledger`, sentences for look()) and of a page (`of_page`, notes for a
# tie-out). A ledger or a page on which nothing is odd has none.

each_column <- function(columns, wanted, find) {
  unlist(lapply(names(columns), function(name) if (wanted(columns[[name]])) find(columns[[name]], name)))
}

rules_of_ledger <- function(columns, n) {
  unlist(lapply(rooms_of("rule"), function(name) {
    find <- room_of("rule", name)$of_ledger
    if (!is.null(find)) find(columns, n)
  }))
}

rules_of_page <- function(drawn) {
  do.call(c, lapply(rooms_of("rule"), function(name) {
    find <- room_of("rule", name)$of_page
    if (!is.null(find)) find(drawn)
  }))
}

# A preparation that a rule suggests, why, and its place among others.
a_repair <- function(expr, place, why) list(item = captured(expr), place = place, why = why)

# What the page itself says, so that it is not overlooked.
check_notes <- function(drawn) {
  lapply(unique(c(drawn$page$notes, tally_notes(drawn$page))), function(note) {
    a_note("page", sub("[.]?$", ".", note))
  })
}

# The totals of a page that are of all its entries.
total_nodes <- function(drawn) {
  Filter(function(node) {
    isTRUE(room_of("figure", node$fn)$is_total) && is.null(node$args$where)
  }, additive_nodes(drawn))
}
