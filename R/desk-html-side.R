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
  cells <- Map(function(column, format, side) {
    paste0("<td", side, ">", html_text(cell_texts(column, format)), "</td>")
  }, table, formats_of_frame(table), side)
  rows <- if (nrow(table)) paste0("<tr>", do.call(paste0, unname(cells)), "</tr>", collapse = "") else ""
  htmltools::HTML(paste0("<table class=\"ledger\"><thead><tr>", heads, "</tr></thead><tbody>", rows,
    "</tbody></table>"))
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
