# The sentence: a brief as clauses in the order of work, each with its parts in words. A section that is not used is
# one faint clause.

# A list of clauses: list(section, faint, lead, one, parts = list(list(words, name, text, off, rests))).
sentence_of <- function(state, contexts = contexts_of(state$brief)) {
  lapply(sentence_sections(), function(section) {
    clause <- room_of("section", section)$clause
    parts <- state$parts[[section]]
    phrases <- if (length(parts)) clause$phrases(seen_for_words(contexts[[section]]))
    list(
      section = section, faint = clause$faint, lead = clause$lead, one = clause$one,
      parts = lapply(parts, part_said, phrases = phrases, clause = clause)
    )
  })
}

# The title stands first, the rest in the order of work, settings of the page last.
sentence_sections <- function() {
  names <- section_names()
  places <- vapply(names, function(name) room_of("section", name)$place, 1)
  early <- places < 1 | places > 1 & places < 2
  c(names[!early], names[early])
}

seen_for_words <- function(ctx) {
  list(measures = setdiff(names(ctx$columns), ctx$keys), keys = ctx$keys, others = list())
}

part_said <- function(part, phrases, clause) {
  read <- phrase_of_part(part, phrases)
  words <- if (is.null(read)) clause$text(as_item(utils::modifyList(part, list(name = "")))) else
    with_blanks_said(read$phrase$says, read$words)
  list(
    words = words, name = if (is.null(read$phrase$called)) part$name else "", text = part_text(part),
    off = part$off, rests = part$rests
  )
}

part_text <- function(part) if (is.character(part$expr)) part$expr else expr_text(part$expr)

# The phrase that a part is written in: list(at, phrase, filled, words); NULL if it is none.
phrase_of_part <- function(part, phrases) {
  for (k in seq_along(phrases)) {
    one <- phrases[[k]]
    if (!is.null(one$called) && !identical(one$called, part$name)) next
    filled <- filled_in(one, part$expr)
    words <- if (!is.null(filled)) blanks_read(one, filled)
    if (!is.null(words)) return(list(at = k, phrase = one, filled = filled, words = words))
  }
}

blanks_read <- function(phrase, filled) {
  words <- list()
  for (name in names(phrase$blanks)) {
    blank <- phrase$blanks[[name]]
    empty <- is.null(filled[[name]]) && blank$optional
    read <- if (empty) blank$none else room_of("blank", blank$kind)$reads(filled[[name]], blank)
    if (is.null(read)) return(NULL)
    words[[name]] <- read
  }
  words
}

# The sentence as one line a clause, as it is spoken; faint ones are left out.
sentence_text <- function(state) {
  used <- Filter(function(clause) length(clause$parts) > 0, sentence_of(state))
  c(sprintf("From %s, %s.", name_of(state$source), source_size_said(state$source)), vapply(used, function(clause) {
    said <- vapply(clause$parts, function(part) {
      paste0(if (nzchar(part$name)) paste0(part$name, ", "), part$words, if (part$off) " (switched off)",
        if (!is.null(part$rests)) " (rests)")
    }, "")
    sprintf("%s %s.", clause$lead, paste(said, collapse = "; "))
  }, ""))
}

source_size_said <- function(source) if (is_brief(source)) "another page" else entry_count(size_of(source))
