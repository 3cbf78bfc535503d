# The sentence: a brief as clauses in the order of work, each with its parts in words. A section that is not used is
# one faint clause.

# A list of clauses: list(section, faint, lead, one, parts = list(list(words, name, off, rests))).
sentence_of <- function(state, contexts = contexts_of(state$brief)) {
  lapply(sentence_sections(), function(section) {
    clause <- room_of("section", section)$clause
    parts <- state$parts[[section]]
    phrases <- if (length(parts)) clause$phrases(seen_for_words(contexts[[section]]))
    list(
      section = section, faint = clause$faint, lead = clause$lead, one = clause$one,
      parts = lapply(parts, part_said, phrases = phrases)
    )
  })
}

# In the order of work; settings of the page last.
sentence_sections <- function() {
  setting <- vapply(section_names(), function(name) room_of("section", name)$clause$setting, TRUE)
  section_names()[order(setting)]
}

# What phrases ask of what is in view before anything is chosen.
seen_for_words <- function(ctx) list(measures = setdiff(names(ctx$columns), ctx$keys))

part_said <- function(part, phrases) {
  read <- phrase_of_part(part, phrases)
  list(
    words = part_in_words(part, read), name = if (is.null(read$phrase$called)) part$name else "", off = part$off,
    rests = part$rests
  )
}

part_in_words <- function(part, read) {
  if (is.null(read)) part_text(part) else with_blanks_said(read$phrase$says, read$words)
}

part_text <- function(part) if (is.character(part$expr)) part$expr else expr_text(part$expr)

# The phrase that a part is written in: list(phrase, filled, words); NULL if it is none.
phrase_of_part <- function(part, phrases) {
  for (one in phrases) {
    if (!is.null(one$called) && !identical(one$called, part$name)) next
    filled <- filled_in(one, part$expr)
    words <- if (!is.null(filled)) blanks_read(one, filled)
    if (!is.null(words)) return(list(phrase = one, filled = filled, words = words))
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

source_size_said <- function(source) if (is_brief(source)) "another page" else entry_count(size_of(source))
