# Phrases: ways to write a part of a brief by choosing. `form` is its expression, in which `.x` stands for the blank
# `x`; `says` is the same in words, with {x}. The rooms of the section, figure, window or row function that a phrase
# is of give it; what a blank takes is answered by the blank's own room.

# `named` is a proposal for the part's name, with {x} for what is chosen. A phrase is offered once for each choice of
# the blanks `spread`. `called`: the part bears this name and no other. `alone`: there is no other part beside it.
# `complete`: it needs no part to complete it.
phrase <- function(says, form, ..., named = NULL, spread = character(), group = "", called = NULL,
                   alone = FALSE, complete = FALSE) {
  list(
    says = says, form = form, blanks = without_null(list(...)), named = named, spread = as.character(spread),
    group = group, called = called, alone = alone, complete = complete
  )
}

# `optional` blanks may be left empty, and their argument with them, and are `none` then; those of `many` hold several
# expressions, in c(...), or `spliced` as arguments of the call.
blank <- function(kind, ..., optional = FALSE, many = FALSE, spliced = FALSE, none = "") {
  list(kind = kind, optional = optional, many = many || spliced, spliced = spliced, none = none, ...)
}

blank_of <- function(form, blanks) {
  if (!is.symbol(form)) return(NULL)
  name <- substring(as.character(form), 2)
  if (startsWith(as.character(form), ".") && name %in% names(blanks)) name
}

# The blanks of a phrase as they are filled in an expression: a list of expressions by name (a list of them where a
# blank holds many, NULL where it is empty); NULL if the expression is not of this form.
filled_in <- function(phrase, expr) unified(phrase$form, expr, phrase$blanks, list())

unified <- function(form, expr, blanks, found) {
  name <- blank_of(form, blanks)
  if (!is.null(name)) {
    if (blanks[[name]]$many) expr <- if (rlang::is_call(expr, "c")) as.list(expr)[-1] else list(expr)
    if (name %in% names(found) && !identical(found[[name]], expr)) return(NULL)
    found[[name]] <- expr
    return(found)
  }
  if (!is.call(form)) return(if (identical(form, expr)) found)
  if (!is.call(expr)) return(NULL)
  found <- unified(form[[1]], expr[[1]], blanks, found)
  if (is.null(found)) return(NULL)
  unified_arguments(as.list(form)[-1], as.list(expr)[-1], blanks, found)
}

unified_arguments <- function(forms, args, blanks, found) {
  labels <- rlang::names2(forms)
  for (label in labels[nzchar(labels)]) {
    form <- forms[[label]]
    name <- blank_of(form, blanks)
    arg <- args[[label]]
    if (is.null(arg)) {
      if (is.null(name) || !blanks[[name]]$optional) return(NULL)
      found[name] <- list(NULL)
      next
    }
    found <- unified(form, arg, blanks, found)
    if (is.null(found)) return(NULL)
    args[[label]] <- NULL
  }
  if (any(nzchar(rlang::names2(args)))) return(NULL)
  unified_in_order(unname(forms[!nzchar(labels)]), unname(args), blanks, found)
}

unified_in_order <- function(forms, args, blanks, found) {
  for (form in forms) {
    name <- blank_of(form, blanks)
    if (!is.null(name) && blanks[[name]]$spliced) {
      found[[name]] <- args
      return(if (length(args)) found)
    }
    if (length(args) == 0) return(NULL)
    found <- unified(form, args[[1]], blanks, found)
    if (is.null(found)) return(NULL)
    args <- args[-1]
  }
  if (length(args) == 0) found
}

# The expression with its blanks filled.
phrase_written <- function(phrase, filled) written_form(phrase$form, phrase$blanks, filled)

written_form <- function(form, blanks, filled) {
  name <- blank_of(form, blanks)
  if (!is.null(name)) {
    value <- filled[[name]]
    if (!blanks[[name]]$many) return(value)
    return(if (length(value) == 1) value[[1]] else as.call(c(list(as.name("c")), value)))
  }
  if (!is.call(form)) return(form)
  parts <- list(written_form(form[[1]], blanks, filled))
  labels <- rlang::names2(form)
  for (k in seq_along(form)[-1]) {
    name <- blank_of(form[[k]], blanks)
    if (!is.null(name) && is.null(filled[[name]])) next
    spliced <- !is.null(name) && blanks[[name]]$spliced
    here <- if (spliced) filled[[name]] else list(written_form(form[[k]], blanks, filled))
    if (nzchar(labels[k])) names(here) <- labels[k]
    parts <- c(parts, here)
  }
  as.call(parts)
}

# A text with {x} replaced by the words of each blank, from left to right; words are never looked into again. What
# stands in [brackets] is left out where a blank in it is empty.
with_blanks_said <- function(says, words) {
  for (name in names(Filter(function(word) !nzchar(word), words))) {
    says <- gsub(sprintf("\\[[^]]*[{]%s[}][^]]*\\]", name), "", says)
  }
  says <- gsub("[][]", "", says)
  pieces <- regmatches(says, gregexpr("[{][a-z_]+[}]|[^{]+|[{]", says))[[1]]
  paste(vapply(pieces, function(piece) {
    name <- substring(piece, 2, nchar(piece) - 1)
    if (startsWith(piece, "{") && name %in% names(words)) words[[name]] else piece
  }, ""), collapse = "")
}

# The phrases that the rooms of a kind give.
phrases_of_rooms <- function(kind) do.call(c, lapply(listed_rooms(kind), function(name) room_of(kind, name)$phrases))

# Blanks that several rooms have.
framed_word <- function(first = "sum") {
  short <- lapply(stats::setNames(nm = rooms_of("figure")), function(name) room_of("figure", name)$short)
  short <- without_null(short)
  words <- stats::setNames(names(short), unlist(short))
  blank("word", symbols = TRUE, asks = "Figure", words = words[order(words != first)])
}

span_word <- function(first = "days") {
  spans <- c("days", "weeks", "months", "quarters", "years")
  blank("word", symbols = TRUE, asks = "Of what", words = stats::setNames(nm = spans[order(spans != first)]))
}

# The same figure of the entries that have one value of a column.
with_condition <- function(phrase) {
  form <- as.call(c(as.list(phrase$form), where = quote(.c == .v)))
  list(utils::modifyList(phrase, list(
    says = paste(phrase$says, "where {c} is {v}"), form = form, group = "of some entries",
    blanks = c(phrase$blanks, list(c = blank("entry_column", of = "named"), v = blank("value", like = "c")))
  )))
}

# How a section stands in the sentence of the desk: what takes it up (`faint`), the words before its parts (`lead`),
# the ways to write a part (`phrases`, of what is in view), whether parts bear names ("needed", "may", "no") and what
# such a name is (`name_is`), whether there is one part only, what completes a first part, whether parts are checked
# together, and whether it is a setting of the page, which may name what later sections make.
clause <- function(faint, lead, phrases, named = "no", name_is = "Name", one = FALSE, completed = NULL,
                   together = FALSE, setting = FALSE) {
  list(
    faint = faint, lead = lead, phrases = phrases, named = named, name_is = name_is, one = one, completed = completed,
    together = together, setting = setting
  )
}

# Without those of some groups, or only they.
in_groups <- function(phrases, groups, wanted = TRUE) {
  Filter(function(one) (one$group %in% groups) == wanted, phrases)
}
