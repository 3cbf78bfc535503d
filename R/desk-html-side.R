# The side sheet: the entries behind a cell with their own total, the proof of its figure, and what differs from a
# former step.

html_behind <- function(desk, row, column) {
  found <- cell_meant(desk, row, column)
  drawn <- desk$drawn
  tags <- htmltools::tags
  line <- found$line
  entries <- as_entries(down_to_the_ledger(list(drawn = drawn, rows = entries_of_lines(drawn, line))), desk$brief,
    list(), NULL)
  steps <- if (found$is_figure) proof_and_page(drawn, found$figure, line)$steps
  list(
    title = sprintf("%s: %s", line_words(drawn, line), found$figure),
    html = htmltools::tagList(
      if (length(conditions_of_line(drawn, line))) tags$p(tags$button(type = "button", `data-do` = "narrow",
        `data-row` = row, `data-column` = column, "Narrow the page to this")),
      if (length(steps)) tags$details(open = NA, tags$summary("Proof"), html_steps(steps)),
      tags$h3(sprintf("%s behind it", entry_count(nrow(entries)))), html_figures_again(entries),
      html_entries(entries)
    )
  )
}

# The line that a cell of the statement stands for, and its figure: list(line, figure, is_figure).
cell_meant <- function(desk, row, column) {
  statement <- desk$statement
  layout <- layout_shown(statement)
  names <- vapply(layout, `[[`, "", "name")
  known <- is_one_text(column) && column %in% names && is.numeric(row) && length(row) == 1 &&
    row %in% seq_len(nrow(statement))
  if (!known) stop_idle("no_such_line", "This line is not on the page any more.")
  lines <- lines_behind(desk$drawn, statement, names)
  line <- lines[[column]][row]
  if (is.na(line)) stop_idle("no_such_line", "No entry stands behind this cell.")
  part <- layout[[match(column, names)]]
  figure <- if (is.null(part$figure)) column else part$figure
  worked <- vapply(c(desk$drawn$lines$figures, desk$drawn$lines$beside), `[[`, "", "name")
  list(line = line, figure = figure, is_figure = figure %in% worked)
}

html_steps <- function(steps, most = 12) {
  tags <- htmltools::tags
  tags$ol(lapply(steps, function(step) {
    if (!is.data.frame(step)) return(tags$li(clean_text(step)))
    tags$li(html_plain_table(utils::head(step, most)), if (nrow(step) > most) tags$p(class = "quiet", sprintf("%s more",
      big_mark(nrow(step) - most))))
  }))
}

html_entries <- function(entries, most = 200) {
  tags <- htmltools::tags
  list(
    tags$div(class = "scroll", tabindex = "0", role = "region", `aria-label` = "Entries",
      html_plain_table(utils::head(as.data.frame(entries), most))),
    if (nrow(entries) > most) tags$p(class = "quiet", sprintf(
      "The first %s; %s more, which count in what they make.", big_mark(most), big_mark(nrow(entries) - most)))
  )
}

# What these entries make by themselves.
html_figures_again <- function(entries) {
  figures <- attr(entries, "figures")
  tags <- htmltools::tags
  if (length(figures)) tags$p(class = "make", "They make ", tags$b(clean_text(paste(names(figures), vapply(figures,
    function(x) cell_texts(x), ""), collapse = ", "))), ".")
}

html_plain_table <- function(table) {
  class(table) <- "data.frame"
  right <- vapply(table, is_right_aligned, TRUE)
  side <- ifelse(right, " class=\"n\"", "")
  heads <- paste0("<th scope=\"col\"", side, ">", html_text(names(table)), "</th>", collapse = "")
  cells <- Map(function(column, side) paste0("<td", side, ">", html_text(cell_texts(column)), "</td>"), table, side)
  rows <- if (nrow(table)) paste0("<tr>", do.call(paste0, unname(cells)), "</tr>", collapse = "") else ""
  htmltools::HTML(paste0("<table class=\"ledger\"><thead><tr>", heads, "</tr></thead><tbody>", rows,
    "</tbody></table>"))
}

# Conditions that say which entries a line is of: its keys as they are written, but those that it sums over.
conditions_of_line <- function(drawn, line) {
  if (drawn$lines$grain != "lines") return(list())
  over <- if (is.null(drawn$lines$summed_over)) character() else names_in_text(drawn$lines$summed_over[line])
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

# What a former step and the page at hand do not have in common.
html_comparison <- function(desk, at) {
  found <- desk_compare(desk, at)
  found$labels <- c(sprintf("step %d", at), "the page now")
  text <- utils::capture.output(print(found))
  tags <- htmltools::tags
  htmltools::tagList(
    tags$p(clean_text(sprintf("Step %d: %s.", at, desk$steps[[at]]$said))),
    tags$pre(tabindex = "0", clean_text_lines(cli::ansi_strip(text)))
  )
}

html_step_list <- function(desk) {
  tags <- htmltools::tags
  tags$ol(class = "steps", lapply(rev(seq_along(desk$steps)), function(k) {
    here <- k == desk$at
    tags$li(value = k, class = if (here) "here", tags$span(clean_text(desk$steps[[k]]$said), if (here) " (now)"),
      if (!here) tags$button(type = "button", `data-do` = "step", `data-at` = k, "Go there"),
      if (!here) tags$button(type = "button", `data-do` = "compare", `data-at` = k, "Compare with"))
  }))
}
