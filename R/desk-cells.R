# What a cell of the page stands for: its line, its figure, and the conditions that narrow the page to it.

# The line that a cell of the statement stands for, and its figure: list(line, figure, is_figure).
cell_meant <- function(desk, row, column) {
  statement <- desk$statement
  layout <- layout_shown(statement)
  names <- vapply(layout, `[[`, "", "name")
  known <- is_one_text(column) && column %in% names && is.numeric(row) && length(row) == 1 &&
    row %in% seq_len(nrow(statement))
  if (!known) stop_idle("no_such_line", "This line is not on the page any more.")
  line <- lines_behind(desk$drawn, statement, column)[[column]][row]
  if (is.na(line)) stop_idle("no_such_line", "No entry stands behind this cell.")
  part <- layout[[match(column, names)]]
  figure <- if (is.null(part$figure)) column else part$figure
  worked <- vapply(c(desk$drawn$lines$figures, desk$drawn$lines$beside), `[[`, "", "name")
  list(line = line, figure = figure, is_figure = figure %in% worked)
}

# Conditions that say which entries a line is of: its keys as they are written, but those that it sums over.
conditions_of_line <- function(drawn, line) {
  if (drawn$lines$grain != "lines") return(list())
  over <- summed_by(drawn$lines, line)
  if (any(is_others(drawn$lines)[line])) return(list())
  items <- if (is.null(drawn$brief$sections$lines)) list() else drawn$brief$sections$lines
  if (length(items) == 1 && rlang::is_call(items[[1]]$expr, "crossed")) items <- capture_parts(items[[1]])
  names <- drawn$lines$keys
  if (length(items) != length(names)) return(list())
  kept <- !names %in% over
  Map(function(item, name) {
    expr <- item$expr
    if (rlang::is_call(expr, "unbroken")) {
      expr <- call("start_of", expr[[2]], if (length(expr) > 2) expr[[3]] else "day")
    }
    value <- plain_vector(pick_rows(drawn$lines$columns[[name]], as.integer(line)))
    written <- value_written(value, kind_of(value))
    captured(if (is.null(written)) call("is_missing", expr) else call("==", expr, written), item$values)
  }, items[kept], names[kept])
}
