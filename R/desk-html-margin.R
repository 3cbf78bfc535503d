# The margin: whether the page ties, what is found on it, worst first, and what would mend it.

html_margin <- function(desk) {
  checks <- desk_tie_out(desk)
  tags <- htmltools::tags
  read <- as_read(checks$checks)
  status <- vapply(read, `[[`, "", "status")
  places <- match(read, checks$checks)
  finding <- function(k) html_finding(read[[k]], places[k])
  list(
    report_verdict(checks),
    if (any(status == "note")) tags$ol(class = "findings", lapply(which(status == "note"), finding)),
    if (any(status == "accepted")) tags$details(tags$summary(sprintf("%s accepted", sum(status == "accepted"))),
      tags$ol(class = "findings", lapply(which(status == "accepted"), finding))),
    if (any(status == "ties")) tags$details(tags$summary(sprintf("%s that tie", count_of(sum(status == "ties"),
      "check"))), tags$ul(class = "ties", lapply(read[status == "ties"], function(check) {
      tags$li(clean_text(paste(c(on_page_below(check), check$sentence), collapse = "")))
    })))
  )
}

# `at` is the check's place in the tie-out, by which it is asked for.
html_finding <- function(check, at) {
  tags <- htmltools::tags
  repair <- repair_text(check$repair)
  weight <- weight_text(check$weight)
  tags$li(class = check$status,
    if (nzchar(trimws(weight))) tags$span(class = "weight", trimws(weight)),
    clean_text(paste(c(on_page_below(check), check$sentence), collapse = "")),
    if (nzchar(repair) && is.null(check$page)) tags$div(tags$button(type = "button", class = "mend",
      `data-do` = "repair", `data-check` = at, "Mend it: ", tags$code(clean_text(repair)))),
    if (check$status == "note" && !is.null(check$rule) && has_room("rule", check$rule)) tags$details(
      class = "accept", tags$summary("Accept it"),
      tags$form(`data-do` = "accept", `data-check` = at,
        tags$input(type = "text", name = "text", `aria-label` = "Why it is as it should be",
          placeholder = "why it is as it should be"), tags$button(type = "submit", "Accept")))
  )
}
