# The slip that opens beside a part: how the part may be written, its blanks, its name, and what can be done to it.

html_slip <- function(desk, section, index = NULL, ways = FALSE) {
  state <- desk_state(desk)
  part <- if (!is.null(index)) part_at(state, section, index)
  seen <- desk_view(desk)(state, section, if (is.null(index)) length(state$parts[[section]]) + 1 else index)
  clause <- room_of("section", section)$clause
  tags <- htmltools::tags
  tags$div(
    class = "slip-page", `data-section` = section, `data-index` = index,
    tags$div(class = "bar", tags$h2(id = "slip-title", tabindex = "-1", clause$lead),
      tags$button(type = "button", `data-do` = "close", "Done")),
    tags$p(class = "wrong", role = "alert", hidden = NA),
    if (!is.null(part$rests)) tags$p(class = "wrong", clean_text(paste("This part rests:", part$rests))),
    if (is.null(part) || ways) html_choices(seen, section, index) else
      html_part_slip(part, seen, section, index, clause),
    html_expression(part, section, index)
  )
}

# For a part to be added, or written another way: all choices as buttons, under the names of their groups.
html_choices <- function(seen, section, index = NULL) {
  tags <- htmltools::tags
  choices <- choices_of(seen)
  if (length(choices) == 0) return(tags$p(class = "quiet", nothing_to_choose(section)))
  groups <- vapply(choices, `[[`, "", "group")
  list(
    if (length(choices) > 12) tags$label(class = "find", "Find", tags$input(type = "search", `data-find` = "choices")),
    tags$div(class = "choices", lapply(unique(groups), function(group) {
      tags$div(class = "group", if (nzchar(group)) tags$h3(group), lapply(choices[groups == group], function(one) {
        tags$button(type = "button", class = "choice", `data-do` = "choose", `data-section` = section,
          `data-index` = index, `data-key` = one$key, tags$span(clean_text(one$label)),
          if (nzchar(one$detail)) tags$small(clean_text(one$detail)))
      }))
    }))
  )
}

nothing_to_choose <- function(section) {
  if (room_of("section", section)$place > room_of("section", "lines")$place)
    "There is nothing to choose yet: first say what makes a line, and its figures." else "There is nothing to choose."
}

html_part_slip <- function(part, seen, section, index, clause) {
  phrases <- clause$phrases(seen)
  read <- phrase_of_part(part, phrases)
  tags <- htmltools::tags
  at <- list(`data-section` = section, `data-index` = index)
  button <- function(label, ...) do.call(tags$button, c(list(type = "button", label), at, list(...)))
  list(
    html_way(part, read, at),
    if (!is.null(read)) lapply(names(read$phrase$blanks), function(name) html_blank(read, name, part, seen, at)),
    if (clause$named != "no" && is.null(read$phrase$called)) html_field(
      clause$name_is, "rename", "text", part$name, at),
    tags$div(class = "deeds",
      button(if (part$off) "Switch on" else "Switch off", `data-do` = "switch"),
      if (!clause$one) button("Earlier", `data-do` = "move", `data-way` = "earlier"),
      if (!clause$one) button("Later", `data-do` = "move", `data-way` = "later"),
      button("Take away", `data-do` = "drop", class = "away"))
  )
}

# How the part is written now, and the way to the others.
html_way <- function(part, read, at) {
  tags <- htmltools::tags
  tags$p(class = "way", tags$em(clean_text(part_in_words(part, read))), do.call(tags$button, c(
    list(type = "button", `data-do` = "open", `data-ways` = "yes", "Write it another way"), at
  )))
}

# A blank, by what it takes: a choice, several, or something typed.
html_blank <- function(read, name, part, seen, at) {
  blank <- read$phrase$blanks[[name]]
  room <- room_of("blank", blank$kind)
  offers <- fitting_offers(read, name, part, seen)
  now <- read$filled[[name]]
  at <- c(at, list(`data-do` = "fill", `data-blank` = name, `data-field` = "value"))
  label <- if (is.null(blank$asks)) room$asks else blank$asks
  if (blank$many && room$entry != "text") return(html_several(label, now, offers, at, room$entry))
  if (room$entry == "choice") return(html_choice(label, now, offers, at))
  html_typed(label, read$words[[name]], now, offers, at)
}

html_choice <- function(label, now, offers, at) {
  tags <- htmltools::tags
  known <- vapply(offers, function(one) identical(one$expr, now), TRUE)
  if (!any(known)) offers <- c(list(offer(now)), offers)
  selected <- if (any(known)) which(known)[1] else 1
  options <- lapply(seq_along(offers), function(k) {
    one <- offers[[k]]
    tags$option(value = one$value, selected = if (k == selected) NA, clean_text(paste0(one$label,
      if (nzchar(one$detail)) sprintf(" (%s)", shortened(one$detail, 60)))))
  })
  tags$label(class = "field", tags$span(label), do.call(tags$select, c(at, options)))
}

# Values beyond the most frequent are typed.
html_several <- function(label, now, offers, at, entry) {
  tags <- htmltools::tags
  for (expr in now) if (!any(vapply(offers, function(one) identical(one$expr, expr), TRUE))) {
    offers <- c(list(offer(expr)), offers)
  }
  boxes <- lapply(offers, function(one) {
    chosen <- any(vapply(now, identical, TRUE, one$expr))
    tags$label(class = "box", tags$input(type = "checkbox", value = one$value, checked = if (chosen) NA),
      clean_text(if (nzchar(one$label)) one$label else "(empty text)"),
      if (nzchar(one$detail)) tags$small(clean_text(one$detail)))
  })
  more <- if (entry == "values") list(tags$label(class = "field", tags$span("Another"), tags$input(
    type = "text", `data-more` = NA, autocomplete = "off", spellcheck = "false")))
  do.call(tags$fieldset, c(list(class = "several"), at, list(tags$legend(label)), boxes, more))
}

html_typed <- function(label, said, now, offers, at) {
  tags <- htmltools::tags
  id <- paste("offers", at$`data-section`, at$`data-index`, at$`data-blank`, sep = "-")
  plain <- if (is.list(now)) said else if (is.character(now)) now else gsub(",", "", said)
  tags$label(class = "field", tags$span(label), do.call(tags$input, c(
    at, list(type = "text", value = plain, list = id, autocomplete = "off", spellcheck = "false")
  )), tags$datalist(id = id, lapply(offers, function(one) {
    tags$option(value = one$value, clean_text(one$detail))
  })))
}

html_field <- function(label, do, field, value, at) {
  tags <- htmltools::tags
  tags$label(class = "field", tags$span(label), do.call(tags$input, c(
    at, list(type = "text", value = value, `data-do` = do, `data-field` = field, autocomplete = "off",
      spellcheck = "false")
  )))
}

# For whoever can write one.
html_expression <- function(part, section, index) {
  tags <- htmltools::tags
  option <- room_of("section", section)$option
  tags$details(class = "write", tags$summary("As an expression"), tags$form(
    `data-do` = "write", `data-section` = section, `data-index` = index,
    tags$textarea(name = "text", rows = "2", spellcheck = "false", `aria-label` = "Expression",
      placeholder = option$example, if (!is.null(part)) clean_text(written_part(part))),
    tags$button(type = "submit", if (is.null(part)) "Add" else "Put")
  ))
}

written_part <- function(part) if (is.character(part$expr)) part$expr else item_text(as_item(part))
