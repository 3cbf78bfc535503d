# The sentence as it stands on the page: a button for each part, and one for each section that can be taken up.

html_sentence <- function(desk) {
  state <- desk_state(desk)
  tags <- htmltools::tags
  clauses <- sentence_of(state, contexts_kept(desk$kept, state$brief))
  used <- Filter(function(clause) length(clause$parts) > 0, clauses)
  free <- Filter(function(clause) length(clause$parts) == 0, clauses)
  htmltools::tagList(
    tags$p(class = "sentence", tags$span(class = "clause", "From ", tags$b(clean_text(name_of(state$source))),
      sprintf(", %s.", source_size_said(state$source))), lapply(used, html_clause),
      if (length(state$narrow)) html_narrowed(state)),
    tags$p(class = "faint", tags$span(class = "quiet", "It can say more: "), lapply(free, function(clause) {
      tags$button(type = "button", class = "take", `data-do` = "open", `data-section` = clause$section,
        id = paste0("take-", clause$section), clause$faint)
    }))
  )
}

html_clause <- function(clause) {
  tags <- htmltools::tags
  n <- length(clause$parts)
  parts <- lapply(seq_len(n), function(k) {
    list(if (k > 1) if (k == n) " and " else ", ", html_part(clause, k))
  })
  more <- if (!clause$one) tags$button(type = "button", class = "more", `data-do` = "open",
    `data-section` = clause$section, id = paste0("take-", clause$section),
    `aria-label` = sprintf("Add to: %s", clause$lead), "+")
  tags$span(class = "clause", clause$lead, " ", parts, ".", more)
}

html_part <- function(clause, k) {
  part <- clause$parts[[k]]
  tags <- htmltools::tags
  class <- paste(c("part", if (part$off) "off", if (!is.null(part$rests)) "rests"), collapse = " ")
  tags$span(
    role = "button", tabindex = "0", class = class, `data-do` = "open", `data-section` = clause$section,
    `data-index` = k, id = sprintf("part-%s-%d", clause$section, k), `aria-haspopup` = "dialog", title = part$rests,
    if (nzchar(part$name)) list(tags$b(clean_text(part$name)), ", "), clean_text(part$words),
    if (part$off) tags$span(class = "unseen", " (switched off)"),
    if (!is.null(part$rests)) tags$span(class = "unseen", " (rests: it does not fit now)")
  )
}

html_narrowed <- function(state) {
  tags <- htmltools::tags
  tags$span(class = "clause narrowed", "Narrowed to ", tags$b(clean_text(both(vapply(state$narrow, item_text, "")))),
    ". ", tags$button(type = "button", class = "take", `data-do` = "widen", "Widen to the whole ledger"))
}
