#' Work one figure through by hand
#'
#' Writes out how one figure of one line comes about, in words and numbers, as a person would check it:
#' the entries, the frame or the lines ahead, the sum, the division; worked in plain R from the
#' entries, and then held against what the page says.
#'
#' @param x A [brief()], or a statement from [draw_up()].
#' @param figure The name of a figure, of a figure beside the lines, or, on a page whose lines are its entries, of a
#'   column in `columns`.
#' @param ... Conditions that leave one line: `reach == "Upper"`, `lock == "Tarn Foot"`. For a subtotal
#'   or a total ask for its `line_kind` as well. Of several lines the one that `show` leaves on the page is meant.
#' @return An object of class `idle_proof`: a list with `title`, `steps` (sentences and small tables),
#'   `value` (worked by hand), `stated` (what the page says) and `equal`. Printing it gives the page.
#' @section Errors:
#' `idle_no_such_line` if no line or more than one meets the conditions, `idle_unknown_column` for a
#' figure that the page does not have.
#' @seealso [entries_behind()], [tie_out()]
#' @export
#' @examples
#' page <- brief(demo_table("tolls"),
#'   lines = c(reach, lock), figures = c(receipts = sum(toll), typical = median(toll)),
#'   beside = c(place = rank(falling(receipts), per = reach))
#' )
#' proof(page, receipts, lock == "Tarn Foot")
#' proof(page, place, lock == "Tarn Foot")
proof <- function(x, figure, ...) {
  local_utf8()
  name <- as.character(rlang::ensym(figure))
  items <- captured_conditions(rlang::enquos(...))
  proof_of_items(x, name, items)
}

proof_of_items <- function(x, name, items) {
  brief <- brief_of(x, "proof")
  drawn <- work_brief_at_once(brief)
  if (is.null(part_to_prove(drawn, name))) stop_idle(
    "unknown_column", sprintf("The page has no figure `%s` to prove.", name),
    meant(name, vapply(parts_to_prove(drawn), `[[`, "", "name"), "figures")
  )
  line <- the_line(drawn, check_conditions(items, lines_context(brief)))
  structure(c(
    list(title = sprintf("Proof of %s, %s", name, line_words(drawn, line))), proof_and_page(drawn, name, line)
  ), class = "idle_proof")
}

# A figure of a line worked by hand, and held against the page: list(steps, value, stated, equal).
proof_and_page <- function(drawn, name, line) {
  worked <- proof_steps(drawn, name, line)
  stated <- plain_vector(pick_rows(line_column(drawn, name), line))
  equal <- isTRUE(close_values(worked$value, stated))
  said <- sprintf("The page says %s: %s.", figure_text(drawn, name, stated),
    if (equal) "equal" else sprintf("not equal to %s", figure_text(drawn, name, worked$value)))
  list(steps = c(worked$steps, list(said)), value = worked$value, stated = stated, equal = equal)
}

# How a figure of a line comes about: list(steps, value).
proof_steps <- function(drawn, name, line) {
  part <- part_to_prove(drawn, name)
  has <- function(parts) name %in% vapply(parts, `[[`, "", "name")
  if (!has(c(drawn$lines$figures, drawn$lines$beside))) return(prove_column(drawn, part, line))
  if (has(drawn$lines$figures) && !holds_window(part$node)) return(prove_figure(drawn, part, line))
  prove_beside(drawn, part, line, part_of_table(lines_table(drawn), which(!is_others(drawn$lines))))
}

# What was worked for each line, and, where each entry is a line, the columns that were worked for it.
parts_to_prove <- function(drawn) {
  c(drawn$lines$figures, drawn$lines$beside, if (drawn$lines$grain == "entries") drawn$brief$checked$columns)
}

part_to_prove <- function(drawn, name) Find(function(part) part$name == name, parts_to_prove(drawn))

# The line that meets the conditions; of several the one that the page shows.
the_line <- function(drawn, conditions) {
  lines <- meant_lines(drawn, conditions)
  shown <- if (length(lines) > 1 && !is.null(drawn$lines$shown)) lines[drawn$lines$shown[lines]]
  if (length(shown) == 1) return(shown)
  if (length(lines) == 1) return(lines)
  on_page <- if (length(shown)) shown else lines
  some <- line_words(drawn, utils::head(on_page, 3))
  keys <- lapply(stats::setNames(nm = drawn$lines$keys), function(key) {
    as_plain_texts_of(pick_rows(line_column(drawn, key), on_page[1]))
  })
  said <- if (length(conditions)) sprintf("%s meet the conditions", count_of(length(lines), "line")) else
    sprintf("The page has %s", count_of(length(on_page), "line"))
  stop_idle(
    "no_such_line", sprintf("%s, and a proof is of one.", said),
    sprintf("The first are: %s. Say which is meant%s.", paste(some, collapse = "; "),
      if (length(keys)) paste(", as in", line_as_conditions(drawn, keys)) else "")
  )
}

# A figure of a line: each figure in the expression from its values, then the expression.
prove_figure <- function(drawn, part, line) {
  behind <- entries_in_hand(drawn, line)
  rows <- behind$rows
  entries <- entries_table(behind$drawn)
  all <- drawn$entries$n_read + drawn$entries$n_added
  left <- all - drawn$entries$n
  steps <- list(sprintf(
    "Of %s, %s left out and %s in this line.", entry_count(all), is_are_number(left),
    sprintf("%s %s", big_mark(length(rows)), if (length(rows) == 1) "stands" else "stand")
  ))
  nodes <- figures_in(part$node)
  values <- lapply(nodes, function(node) again_by_line(node, list(rows), entries))
  for (node in nodes) steps <- c(steps, figure_steps(node, rows, entries, values[[node$id]]))
  earlier <- lapply(drawn$lines$columns, pick_rows, rows = line)
  table <- table_in_hand(function(name) earlier[[name]], 1, function(id) as_settled(values[[id]]))
  value <- plain_vector(evaluate_column(part$node, table))
  if (part$node$type != "figure") steps <- c(steps, list(sprintf(
    "%s = %s.", with_values(part$node, values, earlier), exact_text(value)
  )))
  list(steps = steps, value = value)
}

# The expression with its numbers in place of the figures.
with_values <- function(node, values, earlier) {
  switch(node$type,
    figure = exact_text(values[[node$id]]), column = exact_text(plain_vector(earlier[[node$name]])),
    value = value_text(node$value), given = sprintf("given(%s)", node$name),
    call_label(node$fn, vapply(unname(node$args), with_values, "", values = values, earlier = earlier))
  )
}

figure_steps <- function(node, rows, entries, value) {
  x <- node$args$x
  where <- node$args$where
  here <- rows
  said <- list(sprintf("%s is %s.", node$text, figure_label(node)))
  if (!is.null(where)) {
    here <- rows[which(as.logical(plain_vector(evaluate_column(where, entries)))[rows])]
    said <- c(said, list(sprintf("The condition is met by %s of them.", big_mark(length(here)))))
  }
  if (is.null(x)) return(c(said, list(sprintf("That is %s.", exact_text(value)))))
  all <- plain_vector(pick_rows(evaluate_column(x, entries), here))
  present <- all[!is_missing_value(all)]
  gone <- length(all) - length(present)
  if (gone > 0) said <- c(said, list(sprintf(
    "%s of %s missing and skipped; %s left.", count_of(gone, "value"), node_label(x), is_are_number(length(present))
  )))
  by_hand <- room_of("figure", node$fn)$by_hand
  text <- if (length(present) == 0 || is.null(by_hand) || !is.null(node$args$weight)) {
    sprintf("From %s it is %s.", some_values(present), exact_text(value))
  } else {
    by_hand(present, value, node)
  }
  c(said, list(text))
}

# A column of an entry, from the entries as they were when it was worked: before `only`, and before later columns.
prove_column <- function(drawn, part, row) {
  before <- page_before(drawn, "columns")
  stage <- if (is.null(before)) drawn else before
  for (earlier in if (!is.null(before)) drawn$brief$checked$columns) {
    if (earlier$name == part$name) break
    stage <- with_entry_column(stage, earlier$name, evaluate_column(earlier$node, entries_table(stage)))
  }
  at <- rows_of_stage(drawn, stage, row)
  table <- entries_table(stage)
  if (holds_window(part$node)) return(prove_beside(stage, part, at, table))
  names <- unique(columns_in(part$node))
  values <- lapply(stats::setNames(nm = names), function(name) pick_rows(table$column(name), at))
  again <- worked_again(part$node, plain_rows(table, at))
  value <- if (is.null(again$lacks)) again$value else plain_vector(evaluate_column(part$node, part_of_table(table, at)))
  list(steps = list(sprintf("%s.", part$text), sprintf(
    "%s = %s.", with_values(part$node, list(), values), exact_text(value)
  )), value = value)
}

# A figure beside a line, or beside an entry: the rows that it was worked from, then the figure.
prove_beside <- function(drawn, part, line, table) {
  steps <- list()
  values <- list()
  for (node in windows_in(part$node)) {
    values[[node$id]] <- plain_vector(room_of("window", node$fn)$again(node, table, line))
    steps <- c(steps, window_steps(drawn, node, table, line, values[[node$id]]))
  }
  one <- part_of_table(table, line)
  one$figure <- function(id) as_settled(values[[id]])
  value <- plain_vector(evaluate_column(windows_as_figures(part$node), one))
  if (part$node$type != "window") steps <- c(steps, list(sprintf("%s = %s.", part$text, exact_text(value))))
  list(steps = steps, value = value)
}

# The tree with windows as values that are known already.
windows_as_figures <- function(node) {
  if (node$type == "window") return(list(type = "figure", id = node$id))
  node$args <- lapply(node$args, windows_as_figures)
  node
}

window_steps <- function(drawn, node, table, line, value) {
  room <- room_of("window", node$fn)
  rows <- room$rows_used(node, table, line)
  scope <- paste0(if (length(node$along)) order_words(node$along), per_words(node$per))
  words <- sprintf(
    "%s is %s%s.", node$text, node_said(room, node),
    if (nzchar(scope)) paste0(";", scope) else ""
  )
  looked <- lines_looked_at(drawn, node, table, rows, line)
  of <- sprintf("It was worked from %s:", count_of(length(rows), table$row))
  c(
    list(words), if (length(rows)) list(of, looked), frame_steps(node, rows, table),
    list(sprintf("%s %s.", room$result(node, rows, table, line, value), exact_text(value)))
  )
}

node_said <- function(room, node) if (is.null(room$said)) plain_words(room) else room$said(node)

# The figures of a frame or group, from its rows.
frame_steps <- function(node, rows, table) {
  if (is.null(node$figure)) return(list())
  do.call(c, lapply(unname(figures_in(node$figure)), function(figure) {
    if (has_room("frame_value", figure$fn)) return(list())
    figure_steps(figure, rows, table, again_by_line(figure, list(rows), table))[-1]
  }))
}

# The lines looked at, with their keys and the columns that the figure reads.
lines_looked_at <- function(drawn, node, table, rows, line) {
  read <- unique(c(columns_read(node), unlist(lapply(node$along, function(sort) columns_in(sort$node)))))
  names <- union(if (drawn$lines$grain == "lines") drawn$lines$keys else character(), read)
  columns <- lapply(stats::setNames(nm = names), function(name) {
    column <- plain_vector(pick_rows(table$column(name), rows))
    format <- drawn$page$formats[[name]]
    if (identical(format$fn, "period")) cell_texts(column, format) else column
  })
  columns$`this line` <- ifelse(rows == line, "<", "")
  as_frame(columns, length(rows))
}

#' @export
print.idle_proof <- function(x, ...) {
  local_utf8()
  say_title(x$title)
  for (step in x$steps) {
    if (is.data.frame(step)) {
      shown <- utils::head(step, 12)
      print_table(as.list(shown), keys = names(shown) == names(shown)[1], indent = 4)
      if (nrow(step) > 12) say_quiet(sprintf("%s more", big_mark(nrow(step) - 12)))
    } else {
      say(step, indent = 2, exdent = 4)
    }
  }
  invisible(x)
}
