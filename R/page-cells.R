# A statement as texts in cells, as every face of it shows them: the terminal, a text file, a page of HTML.

# list(headings, over, texts, right, kind, above, below): texts is a list of character vectors, one a column.
# Of some rows, with the decimals of all.
page_cells <- function(x, rows = seq_len(nrow(x)), decimals = decimals_of(x, layout_shown(x))) {
  facts <- attr(x, "idle")
  layout <- layout_shown(x)
  columns <- lapply(layout, function(part) pick_plain(x[[part$name]], rows))
  keys <- vapply(layout, function(part) part$name %in% facts$keys, TRUE)
  footed <- if (all(level_columns %in% names(x))) footed_page(x, facts, layout, rows)
  texts <- Map(
    column_texts, columns, lapply(layout, `[[`, "format"), keys, list(pick_plain(x$line_kind, rows)),
    lapply(layout, function(part) blank_cells(part, nrow(x), rows)), decimals
  )
  texts[as.integer(names(footed$texts))] <- footed$texts
  part_text <- function(part, name, other) if (is.null(part[[name]])) other(part) else part[[name]]
  list(
    headings = vapply(layout, part_text, "", "under", function(part) part$heading),
    over = vapply(layout, part_text, "", "over", function(part) ""), texts = unname(texts),
    right = vapply(columns, is_right_aligned, TRUE) & !keys,
    kind = if (is.null(x$line_kind)) rep("line", length(rows)) else x$line_kind[rows],
    above = footed$above, below = footed$below
  )
}

layout_shown <- function(x) Filter(function(part) part$name %in% names(x), attr(x, "idle")$layout)

# The same whatever lines are shown, and for all columns of a figure that stand side by side.
decimals_of <- function(x, layout) {
  own <- lapply(layout, function(part) if (is_number_column(x[[part$name]])) needed_decimals(x[[part$name]]))
  figure <- vapply(layout, function(part) if (is.null(part$figure)) "" else part$figure, "")
  lapply(seq_along(layout), function(k) {
    here <- if (nzchar(figure[k])) figure == figure[k] else seq_along(layout) == k
    if (is.null(own[[k]])) NULL else max(unlist(own[here]))
  })
}

# Where a missing value is nothing: before a window is full, and where a cell has no line.
blank_cells <- function(part, n, rows) {
  if (isTRUE(part$blank)) return(rep(TRUE, length(rows)))
  if (length(part$empty) == n) part$empty[rows] else rep(FALSE, length(rows))
}
