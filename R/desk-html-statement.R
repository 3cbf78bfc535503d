# The statement under the sentence: so many rows as are in view, in account-book form. Headings sort, cells open.

rows_at_once <- 120

html_statement <- function(desk) {
  statement <- desk$statement
  tags <- htmltools::tags
  n <- nrow(statement)
  cells <- desk_cells(desk, seq_len(min(n, rows_at_once)))
  tags$div(
    tags$div(id = "scroll", class = "scroll", tabindex = "0", role = "region", `aria-label` = "Statement",
      `data-rows` = n, `data-at-once` = rows_at_once,
      tags$table(class = "ledger", `aria-rowcount` = n + 1, tags$caption(class = "unseen", clean_text(
        statement_title(statement))), htmltools::HTML(html_head(desk, cells)),
        tags$tbody(id = "rows", htmltools::HTML(html_rows(desk, cells, 1))))),
    tags$p(class = "quiet foot", clean_text(statement_size_said(statement))),
    html_notes(statement)
  )
}

statement_size_said <- function(statement) {
  facts <- attr(statement, "idle")
  left <- facts$read + facts$added - facts$used
  paste(c(
    count_of(nrow(statement), "row"), sprintf("from %s", entry_count(facts$used)),
    if (left > 0) sprintf("%s left out", big_mark(left)),
    if (facts$hidden > facts$gathered) sprintf("%s hidden", count_of(facts$hidden - facts$gathered, "line"))
  ), collapse = ", ")
}

html_notes <- function(statement) {
  facts <- attr(statement, "idle")
  notes <- unique(c(facts$remarks, facts$notes))
  tags <- htmltools::tags
  if (length(notes)) tags$ul(class = "notes quiet", lapply(notes, function(note) tags$li(clean_text(note))))
}

# Cells of some rows; what is the same for all rows is worked once.
desk_cells <- function(desk, rows) {
  statement <- desk$statement
  if (!identical(desk$decimals_of, desk$brief)) {
    desk$decimals <- decimals_of(statement, layout_shown(statement))
    desk$decimals_of <- desk$brief
  }
  page_cells(statement, rows, desk$decimals)
}

html_head <- function(desk, cells) {
  layout <- layout_shown(desk$statement)
  sortable <- names(of_kinds(contexts_kept(desk$kept, desk$brief)$order$columns, "ordered"))
  sorts <- desk$brief$checked$order
  first <- if (length(sorts)) sorts[[1]]
  own <- vapply(seq_along(layout), function(k) {
    name <- layout[[k]]$name
    head <- html_text(cells$headings[k])
    now <- identical(first$node$name, name)
    can <- name %in% sortable && is.null(layout[[k]]$figure)
    paste0("<th scope=\"col\"", if (cells$right[k]) " class=\"n\"", if (now) sprintf(" aria-sort=\"%s\"",
      if (first$down) "descending" else "ascending"), ">",
    if (can) sprintf("<button type=\"button\" class=\"sort\" data-do=\"sort\" data-column=\"%s\">%s%s</button>",
      html_text(name), head, if (now) if (first$down) " &#9662;" else " &#9652;" else "") else head, "</th>")
  }, "")
  over <- if (any(nzchar(cells$over))) over_heads(cells) else ""
  paste0("<thead>", over, "<tr>", paste(own, collapse = ""), "</tr></thead>")
}

over_heads <- function(cells) {
  runs <- rle(cells$over)
  paste0("<tr>", paste0("<th scope=\"colgroup\" class=\"over\" colspan=\"", runs$lengths, "\">",
    html_text(runs$values), "</th>", collapse = ""), "</tr>")
}

# Rows from `first` on; each cell that can be followed is a button.
html_rows <- function(desk, cells, first) {
  n <- length(cells$kind)
  if (n == 0) return("")
  names <- vapply(layout_shown(desk$statement), `[[`, "", "name")
  numbers <- first + seq_len(n) - 1
  before <- "<button type=\"button\" class=\"follow\" tabindex=\"-1\" data-do=\"behind\" data-row=\""
  wide <- !is.null(desk$drawn$page$wide)
  follow <- !wide | !names %in% statement_part(desk$statement, "keys")
  columns <- lapply(seq_along(cells$texts), function(k) {
    text <- html_text(cells$texts[[k]])
    if (!follow[k]) return(paste0("<td>", text, "</td>"))
    paste0("<td", if (cells$right[k]) " class=\"n\"" else " dir=\"auto\"", ">",
      ifelse(nzchar(text), paste0(before, numbers, "\" data-column=\"", html_text(names[k]), "\">", text, "</button>"),
        ""), "</td>")
  })
  paste0("<tr class=\"", row_classes(cells), "\" aria-rowindex=\"", numbers + 1, "\">", do.call(paste0, columns),
    "</tr>", collapse = "")
}

# More rows, as the page is scrolled.
more_rows <- function(desk, first) {
  n <- nrow(desk$statement)
  if (!is.numeric(first) || length(first) != 1 || is.na(first)) first <- 1
  first <- max(1, min(floor(first), n - rows_at_once + 1))
  rows <- if (n > 0) seq(first, min(n, first + rows_at_once - 1)) else integer()
  list(first = first, html = html_rows(desk, desk_cells(desk, rows), first))
}
