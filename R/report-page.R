# One page of a report, part by part, each of which folds.

report_page <- function(statement, checks, id, level, chart, printed, folder) {
  facts <- attr(statement, "idle")
  drawn <- work_brief_at_once(facts$brief)
  tags <- htmltools::tags
  cells <- page_cells(statement)
  data <- if (!printed && has_entries(drawn)) report_data(
    drawn, statement, cells, limit("most_report_entries"), limit("most_report_proofs")
  )
  fold <- function(name, ..., open = FALSE) report_fold(id, name, level + 1, ..., open = open || printed)
  tags$article(
    class = "page", id = id, `aria-labelledby` = paste0(id, "-title"),
    tags[[paste0("h", level)]](id = paste0(id, "-title"), clean_text(page_title(facts$brief))),
    tags$p(class = "asof", as_of_words(facts)), report_headlines(drawn, statement), report_verdict(checks),
    if (isTRUE(chart)) report_chart(statement, fold),
    report_statement(statement, cells, id, level + 1, printed), report_left_out(drawn, facts, fold),
    report_remarks(facts, fold), report_checks(checks, fold), report_brief(facts$brief, folder, fold),
    if (!is.null(data)) tags$script(type = "application/json", id = paste0(id, "-data"),
      htmltools::HTML(json_in_html(paste(data, collapse = ""))))
  )
}

report_fold <- function(id, name, level, ..., open) {
  tags <- htmltools::tags
  tags$details(class = "part", open = if (open) NA, tags$summary(tags[[paste0("h", level)]](name)), ...)
}

as_of_words <- function(facts) {
  left <- facts$read + facts$added - facts$used
  clean_text(sprintf(
    "As drawn up %s from %s: %s%s used%s.", format(facts$drawn_up, "%Y-%m-%d %H:%M"), name_of(facts$brief$source),
    if (left > 0) sprintf("%s of ", big_mark(facts$used)) else "",
    entry_count(if (left > 0) facts$read + facts$added else facts$used),
    if (facts$hidden > facts$gathered) sprintf(", %s hidden", count_of(facts$hidden - facts$gathered, "line")) else ""
  ))
}

# Up to three figures over all lines, from their entries.
report_headlines <- function(drawn, statement, most = 3) {
  if (drawn$lines$grain != "lines" || drawn$lines$n == 0 || length(drawn$lines$figures) == 0) return(NULL)
  together <- figures_together(drawn, own_lines(drawn$lines))
  numbers <- Filter(function(name) is_right_aligned(together[[name]]), names(together))
  layout <- statement_part(statement, "layout")
  tags <- htmltools::tags
  items <- lapply(utils::head(numbers, most), function(name) {
    part <- Find(function(part) name %in% c(part$name, part$figure), layout)
    heading <- if (is.null(part) || !is.null(part$figure)) name else part$heading
    own <- Filter(function(other) name %in% c(other$name, other$figure), layout)
    values <- c(together[[name]], unlist(lapply(own, function(other) statement[[other$name]])))
    decimals <- needed_decimals(if (inherits(values, "integer64")) together[[name]] else values)
    tags$div(tags$dt(clean_text(heading)), tags$dd(cell_texts(together[[name]], part$format, decimals)))
  })
  tags$dl(class = "headlines", items)
}

report_verdict <- function(checks) {
  wrong <- Filter(function(check) check$status == "differs", checks$checks)
  status <- vapply(checks$checks, `[[`, "", "status")
  notes <- sum(status == "note")
  tags <- htmltools::tags
  if (length(wrong) == 0) return(tags$p(class = "verdict ties", sprintf(
    "Ties out: %s%s.", count_of(sum(status == "ties"), "check"),
      if (notes > 0) paste0(", ", count_of(notes, "note")) else ""
  )))
  tags$div(class = "verdict differs", role = "alert",
    tags$p(sprintf("Does not tie out: %s of %s.", is_differ(length(wrong)), count_of(sum(status %in% c("ties",
      "differs")), "check"))),
    tags$ul(lapply(wrong, function(check) tags$li(clean_text(check$sentence)))))
}

report_chart <- function(statement, fold) {
  if (!requireNamespace("ggplot2", quietly = TRUE)) return(NULL)
  picture <- tryCatch(chart_as_image(statement), idle_no_chart = function(e) NULL)
  if (is.null(picture)) return(NULL)
  tags <- htmltools::tags
  fold("Chart", tags$figure(tags$img(src = picture$src, alt = picture$alt, width = "960", height = "600")), open = TRUE)
}

report_left_out <- function(drawn, facts, fold) {
  accounts <- Filter(function(account) account$n > 0, facts$accounts)
  hidden <- facts$hidden - facts$gathered
  if (length(accounts) == 0 && facts$hidden == 0) return(NULL)
  tags <- htmltools::tags
  items <- c(
    lapply(accounts, function(account) {
      sprintf("%s by `%s`: %s", entry_count(account$n), account$section, account$reason)
    }),
    if (hidden > 0) sprintf("%s hidden by `show`; every share and rank knows them", count_of(hidden, "line")),
    if (facts$gathered > 0) sprintf("%s gathered in lines of others", count_of(facts$gathered, "line"))
  )
  fold("What was left out", tags$ul(lapply(items, function(item) tags$li(clean_text(item)))), tags$p(
    class = "quiet", sprintf("Entries: %s read%s = %s used + %s left out.", big_mark(facts$read),
      if (facts$added != 0) sprintf(" + %s added", big_mark(facts$added)) else "", big_mark(facts$used),
      big_mark(facts$read + facts$added - facts$used))
  ))
}

report_remarks <- function(facts, fold) {
  remarks <- unique(c(facts$remarks, facts$notes))
  if (length(remarks) == 0) return(NULL)
  tags <- htmltools::tags
  fold("Notes", tags$ul(lapply(remarks, function(remark) tags$li(clean_text(remark)))), open = TRUE)
}

report_checks <- function(checks, fold) {
  tags <- htmltools::tags
  rows <- lapply(as_read(checks$checks), function(check) {
    lines <- if (check$status == "differs" && !is.null(check$lines)) differing_lines(check$lines, 10, 160)
    tags$tr(class = check$status, tags$th(scope = "row", trimws(paste(check$status, weight_text(check$weight)))),
      tags$td(clean_text(paste(
      c(if (!is.null(check$page)) sprintf("The page below, %s.", check$page), check$sentence), collapse = " ")),
    if (length(lines)) tags$ul(lapply(lines, tags$li))))
  })
  fold("Tie-out", tags$table(class = "checks", `aria-label` = "Checks",
    tags$thead(tags$tr(tags$th(scope = "col", "Result"),
    tags$th(scope = "col", "Check"))), tags$tbody(rows)), tags$p(class = "quiet", checks_in_words(checks)))
}

report_brief <- function(brief, folder, fold) {
  tags <- htmltools::tags
  lines <- c(sprintf("From %s (%s)", name_of(brief$source), said_of(brief$source)), brief_words(brief))
  text <- function(lines) tags$pre(tabindex = "0", clean_text_lines(lines))
  file <- tryCatch(yaml_lines(Filter(length, brief_as_list(brief, folder))), idle_error = function(e) e$said[1])
  fold("The brief", tags$h4("In words"), tags$ul(lapply(lines, function(line) {
    tags$li(class = if (startsWith(line, "  ")) "inner", clean_text(trimws(line)))
  })),
    tags$h4("As a file"), text(file), tags$h4("As an R call"), text(unclass(call_lines(brief))))
}

clean_text_lines <- function(lines) paste(clean_text(unlist(strsplit(lines, "\n", fixed = TRUE))), collapse = "\n")
