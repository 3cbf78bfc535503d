# What can be done to the parts of the sentence. An act is told the state and what was asked, gives the state as it
# becomes and what to say of it, and names the part that must stand then (`kept`) and the one at which the slip is open
# (`at`), each a list of section and index. Texts that it is told are read as the parts of any brief are.

acted <- function(state, said, kept = NULL, at = kept) list(state = state, said = said, kept = kept, at = at)

asked_section <- function(asked) {
  if (!is_one_text(asked$section) || !has_room("section", asked$section)) stop_idle(
    "unknown_section", "There is no such section.", "Choose it from the sentence."
  )
  asked$section
}

part_name_said <- function(part) {
  name <- item_called(part)
  if (nzchar(name)) name else shortened(part_text(part), 60)
}

# A choice taken up: put at the end of its section, or in the place of a part.
room("choose", "act",
  does = function(state, asked, view) {
    section <- asked_section(asked)
    parts <- state$parts[[section]]
    index <- if (is.null(asked$index)) length(parts) + 1 else asked$index
    seen <- view(state, section, index)
    choice <- choice_of_key(seen, asked$key)
    if (is.null(choice)) stop_idle("bad_argument", "This choice does not fit any more.", "Open the part anew.")
    part <- as_part(captured(choice$expr, name = choice$name, tables = tables_of_choice(choice, seen)))
    if (is.null(asked$index) || choice$phrase$alone) return(part_added(state, section, part, choice, seen))
    before <- part_at(state, section, index)
    if (nzchar(before$name) && is.null(choice$phrase$called)) part$name <- before$name
    acted(put_part(state, section, index, part), sprintf("%s is now %s", part_name_said(before), choice$label),
      list(section, index))
  }
)

# What stands alone takes the place of the others; a first part may need another to complete it.
part_added <- function(state, section, part, choice, seen) {
  phrase <- choice$phrase
  clause <- room_of("section", section)$clause
  parts <- state$parts[[section]]
  if (clause$one || phrase$alone) parts <- list()
  parts <- Filter(function(other) !part_is_alone(other, seen), parts)
  completed <- length(parts) == 0 && !phrase$complete && !is.null(clause$completed)
  state$parts[[section]] <- c(parts, list(part), if (completed) list(as_part(captured(clause$completed))))
  acted(state, sprintf("%s is put to %s", if (nzchar(part$name)) part$name else choice$label, section), list(section,
    length(parts) + 1))
}

# A blank filled anew; what does not fit it then goes back to what does.
room("fill", "act",
  does = function(state, asked, view) {
    section <- asked_section(asked)
    part <- part_at(state, section, asked$index)
    seen <- view(state, section, asked$index)
    read <- phrase_of_part(part, room_of("section", section)$clause$phrases(seen))
    if (is.null(read) || !is_one_text(asked$blank) || !asked$blank %in% names(read$phrase$blanks)) stop_idle(
      "bad_argument", "There is nothing to fill in here.", "Write the part as an expression."
    )
    seen$blanks <- read$phrase$blanks
    blank <- seen$blanks[[asked$blank]]
    filled <- read$filled
    value <- room_of("blank", blank$kind)$writes(as.character(unlist(asked$value)), blank, seen, filled)
    filled[asked$blank] <- list(value)
    filled <- filled_to_fit(filled, asked$blank, seen)
    changed <- part
    changed$expr <- phrase_written(read$phrase, filled)
    changed$tables <- tables_of_choice(changed, seen)
    own <- name_offered(read$phrase, read$words, utils::modifyList(seen, list(names = setdiff(seen$names, part$name))))
    name <- name_offered(read$phrase, blanks_read(read$phrase, filled), seen)
    state <- put_part(state, section, asked$index, changed)
    if (identical(part$name, own) && nzchar(own)) state <- renamed_part(state, section, asked$index, name)
    words <- with_blanks_said(read$phrase$says, blanks_read(read$phrase, filled))
    acted(state, sprintf("now %s", words), list(section, asked$index))
  }
)

# A part as it is written by whoever can.
room("write", "act",
  does = function(state, asked, view) {
    section <- asked_section(asked)
    text <- asked$text
    if (!is_one_text(text) || !nzchar(trimws(text))) stop_idle(
      "bad_argument", "Nothing is written.", sprintf("Write it as %s.", room_of("section", section)$option$example)
    )
    items <- with_known_tables(room_of("section", section)$read(text, section), state$tables)
    if (length(items) != 1) stop_idle(
      "bad_argument", sprintf("This is one part of `%s`, and %s are written.", section, length(items)),
      "Write the others as parts of their own."
    )
    part <- as_part(items[[1]])
    if (is.null(asked$index)) {
      at <- length(state$parts[[section]]) + 1
      state$parts[[section]] <- c(state$parts[[section]], list(part))
      return(acted(state, sprintf("%s is put to %s", part_name_said(part), section), list(section, at)))
    }
    before <- part_at(state, section, asked$index)
    if (!nzchar(part$name)) part$name <- before$name
    part$values <- before$values[intersect(names(before$values), all.vars(part$expr))]
    name <- part$name
    part$name <- before$name
    state <- put_part(state, section, asked$index, part)
    if (!identical(name, before$name)) state <- renamed_part(state, section, asked$index, name)
    acted(state, sprintf("now %s", shortened(part_text(part), 60)), list(section, asked$index))
  }
)

room("rename", "act",
  does = function(state, asked, view) {
    section <- asked_section(asked)
    part <- part_at(state, section, asked$index)
    name <- if (is_one_text(asked$text)) trimws(asked$text) else ""
    named <- room_of("section", section)$clause$named
    if (named == "no" || named == "needed" && !nzchar(name)) stop_idle(
      "no_name", if (named == "no") sprintf("Parts of `%s` bear no names.", section) else "This part needs a name."
    )
    acted(renamed_part(state, section, asked$index, name), sprintf("%s is now called %s", part_name_said(part), name),
      list(section, asked$index))
  }
)

room("switch", "act",
  does = function(state, asked, view) {
    section <- asked_section(asked)
    part <- part_at(state, section, asked$index)
    part$off <- !part$off
    acted(put_part(state, section, asked$index, part), sprintf("%s is switched %s", part_name_said(part),
      if (part$off) "off" else "on"), at = list(section, asked$index))
  }
)

room("drop", "act",
  does = function(state, asked, view) {
    section <- asked_section(asked)
    part <- part_at(state, section, asked$index)
    acted(without_part(state, section, asked$index), sprintf("%s is taken away", part_name_said(part)))
  }
)

room("move", "act",
  does = function(state, asked, view) {
    section <- asked_section(asked)
    part <- part_at(state, section, asked$index)
    to <- asked$index + if (identical(asked$way, "earlier")) -1 else 1
    here <- list(section, asked$index)
    if (!to %in% seq_along(state$parts[[section]])) return(acted(state, "it stands at the end already", at = here))
    state$parts[[section]][c(asked$index, to)] <- state$parts[[section]][c(to, asked$index)]
    acted(state, sprintf("%s is moved", part_name_said(part)), at = list(section, to))
  }
)
