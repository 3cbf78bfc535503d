# What can be done to the page as a whole: sorting by a heading, narrowing to a part of the ledger and widening again,
# and taking over what a tie-out proposes.

# A heading sorts its column, largest first, then smallest first, then as it was.
room("sort", "act",
  does = function(state, asked, view) {
    name <- if (is_one_text(asked$column)) asked$column else ""
    seen <- view(state, "order", length(state$parts$order) + 1)
    if (!name %in% names(of_kinds(seen$columns, "ordered"))) stop_idle(
      "unknown_column", sprintf("The page cannot be sorted by %s.", value_text(name)),
      "Sort by a key, a figure, or what stands beside the lines."
    )
    column <- as.name(name)
    down <- call("falling", column)
    sorts <- lapply(Filter(part_stands, state$parts$order), `[[`, "expr")
    now <- if (length(sorts) == 1) sorts[[1]]
    number <- seen$columns[[name]] %in% kinds_chosen$measured
    turns <- if (number) list(down, column, NULL) else list(column, down, NULL)
    at <- which(vapply(turns[1:2], identical, TRUE, now))
    next_one <- turns[[if (length(at)) at + 1 else 1]]
    state$parts$order <- if (!is.null(next_one)) list(as_part(captured(next_one)))
    acted(state, if (is.null(next_one)) "sorted by the keys again" else sprintf("sorted by %s", room_of(
      "blank", "order")$reads(next_one, NULL)))
  }
)

# `conditions` say which entries; a list of captured conditions is made by the page, never by the browser.
room("narrow", "act",
  does = function(state, asked, view) {
    if (length(asked$conditions) == 0) stop_idle("bad_argument", "There is nothing to narrow to.")
    state$narrow <- asked$conditions
    acted(state, sprintf("narrowed to %s", both(vapply(asked$conditions, item_text, ""))))
  }
)

room("widen", "act",
  does = function(state, asked, view) {
    state$narrow <- list()
    acted(state, "the whole ledger again")
  }
)

# The repair of a finding, put to its section.
room("repair", "act",
  does = function(state, asked, view) {
    repair <- asked$check$repair
    if (is.null(repair)) stop_idle("bad_argument", "No preparation or condition mends this by itself.")
    if (!is.null(asked$check$page)) stop_idle(
      "bad_argument", sprintf("This is to be mended on the page %s.", asked$check$page), "Open a desk on that page."
    )
    state$parts[[repair$section]] <- items_repaired(state$parts[[repair$section]], repair, as_part(repair$item))
    acted(state, sprintf("mended: %s", item_text(repair$item)))
  }
)

# A finding that has been weighed.
room("accept", "act",
  does = function(state, asked, view) {
    reason <- if (is_one_text(asked$text)) trimws(asked$text) else ""
    if (!nzchar(reason)) stop_idle("bad_argument", "Say why it is as it should be.")
    item <- captured(call("accept", asked$check$rule, because = reason))
    state$parts$notes <- c(state$parts$notes, list(as_part(item)))
    acted(state, sprintf("accepted: %s", asked$check$rule), list("notes", length(state$parts$notes)), at = NULL)
  }
)
