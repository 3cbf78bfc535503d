# The statement in a report: a table that stands by itself, which the script sorts, searches and opens.

most_static_rows <- 300

report_statement <- function(statement, cells, id, level, printed) {
  tags <- htmltools::tags
  n <- length(cells$kind)
  shown <- seq_len(if (printed) n else min(n, most_static_rows))
  tags$section(
    class = "statement", `data-page` = id, `aria-labelledby` = paste0(id, "-statement"),
    tags[[paste0("h", level)]](id = paste0(id, "-statement"), "Statement"),
    if (!printed) tags$div(class = "tools", hidden = NA),
    tags$div(class = "scroll", tabindex = "0", role = "region", `aria-labelledby` = paste0(id, "-statement"),
      tags$table(id = paste0(id, "-table"), class = "ledger",
        tags$caption(class = "unseen", clean_text(statement_title(statement))),
        htmltools::HTML(statement_head(cells)),
        htmltools::HTML(paste0("<tbody>", paste(statement_rows(statement, cells, shown), collapse = "\n"),
          "</tbody>")))),
    if (n > length(shown)) tags$p(class = "more quiet", sprintf("%s more; the script of this page shows them.",
      count_of(n - length(shown), "row"))),
    tags$p(class = "status quiet", role = "status", `aria-live` = "polite")
  )
}

# Headings of several columns stand above them in a row of their own.
statement_head <- function(cells) {
  side <- ifelse(cells$right, " class=\"n\"", "")
  own <- paste0("<th scope=\"col\"", side, ">", html_text(cells$headings), "</th>", collapse = "")
  if (!any(nzchar(cells$over))) return(paste0("<thead><tr>", own, "</tr></thead>"))
  runs <- rle(cells$over)
  over <- paste0("<th scope=\"colgroup\" class=\"over\" colspan=\"", runs$lengths, "\">", html_text(runs$values),
    "</th>",
    collapse = "")
  paste0("<thead><tr>", over, "</tr><tr>", own, "</tr></thead>")
}

statement_rows <- function(statement, cells, shown) {
  if (length(shown) == 0) return("")
  header <- row_header(statement, cells)[shown]
  classes <- row_classes(cells)[shown]
  columns <- lapply(seq_along(cells$texts), function(k) {
    heads <- header %in% k
    paste0("<", ifelse(heads, "th scope=\"row\"", "td"), if (cells$right[k]) " class=\"n\"" else " dir=\"auto\"", ">",
      html_text(cells$texts[[k]][shown]), "</", ifelse(heads, "th", "td"), ">")
  })
  paste0("<tr class=\"", classes, "\">", do.call(paste0, columns), "</tr>")
}

# The column that a row is called by: its last key, or the one that a total has.
row_header <- function(statement, cells) {
  names <- vapply(Filter(function(part) part$name %in% names(statement), statement_part(statement, "layout")), `[[`, "",
    "name")
  keys <- which(names %in% statement_part(statement, "keys"))
  if (length(keys) == 0) keys <- which(!cells$right)[1]
  header <- rep(NA_integer_, length(cells$kind))
  for (k in keys[!is.na(keys)]) header[nzchar(cells$texts[[k]])] <- k
  header
}

row_classes <- function(cells) {
  above <- flags(cells$above, cells$kind)
  below <- flags(cells$below, cells$kind)
  trimws(paste0(cells$kind, ifelse(above > 0, " above", ""), ifelse(below > 0, paste0(" below", below), "")))
}
