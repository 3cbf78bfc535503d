# The choices that fit a place in the sentence. Each is a phrase with its blanks filled, and is offered only if the
# section takes it.

# list(key, label, detail, group, phrase, filled, expr, name) of each choice for the part `index` of a section.
choices_of <- function(seen, only = NULL) {
  phrases <- room_of("section", seen$section)$clause$phrases(seen)
  if (is.null(only)) only <- seq_along(phrases)
  found <- lapply(intersect(only, seq_along(phrases)), function(k) {
    lapply(fillings_of(phrases[[k]], seen), function(filled) choice_of(k, phrases[[k]], filled, seen))
  })
  Filter(function(choice) choice_fits(choice, seen), unlist(found, recursive = FALSE))
}

# The choice of a key; NULL if it is not offered now.
choice_of_key <- function(seen, key) {
  if (!is_one_text(key)) return(NULL)
  k <- suppressWarnings(as.integer(sub("\r.*", "", key)))
  Find(function(one) identical(one$key, key), choices_of(seen, only = k))
}

# Each way in which the blanks that are spread can be filled, and one of all others; none if there is nothing to fill
# a blank with.
fillings_of <- function(phrase, seen) {
  seen$blanks <- phrase$blanks
  fillings <- list(list())
  for (name in names(phrase$blanks)) {
    fillings <- unlist(lapply(fillings, function(filled) {
      lapply(defaults_of(phrase$blanks[[name]], name %in% phrase$spread, seen, filled), function(value) {
        filled[name] <- list(value)
        filled
      })
    }), recursive = FALSE)
  }
  fillings
}

# Columns beyond these are found in the blank of the part.
most_spread <- 400

# What a blank may hold at first: one value, or one list of values; all of them where it is spread.
defaults_of <- function(blank, spread, seen, filled) {
  offers <- room_of("blank", blank$kind)$offers(blank, seen, filled)
  exprs <- lapply(offers, `[[`, "expr")
  if (length(exprs) == 0) return(list())
  if (spread) return(utils::head(if (blank$many) lapply(exprs, list) else exprs, most_spread))
  if (!blank$many) return(exprs[1])
  if (is.list(exprs[[1]])) return(exprs[1])
  list(utils::head(exprs, if (is.null(blank$take)) 1 else blank$take))
}

choice_of <- function(k, phrase, filled, seen) {
  words <- blanks_read(phrase, filled)
  spread <- lapply(phrase$spread, function(name) words[[name]])
  list(
    key = paste(c(k, unlist(spread)), collapse = "\r"), label = with_blanks_said(phrase$says, words),
    detail = detail_of_choice(phrase, filled, seen), group = phrase$group, phrase = phrase, filled = filled,
    expr = phrase_written(phrase, filled), name = name_offered(phrase, words, seen)
  )
}

detail_of_choice <- function(phrase, filled, seen) {
  name <- phrase$spread[1]
  columns <- c("column", "entry_column", "key")
  if (is.na(name) || !phrase$blanks[[name]]$kind %in% columns) return("")
  column <- as.character(filled[[name]])
  seen$detail(column, seen$columns[[column]])
}

# A name made of the phrase's own, that no other has.
name_offered <- function(phrase, words, seen) {
  if (!is.null(phrase$called)) return(phrase$called)
  named <- room_of("section", seen$section)$clause$named
  if (named == "no" || is.null(phrase$named)) return("")
  wish <- name_of_words(with_blanks_said(phrase$named, words))
  if (named == "may" && identical(words$x, wish)) return("")
  free_name(wish, seen$names)
}

name_of_words <- function(text) {
  name <- gsub("^_+|_+$", "", gsub("[^\\p{L}\\p{N}_.]+", "_", text, perl = TRUE))
  name <- substr(name, 1, 40)
  if (!nzchar(name) || grepl("^[0-9_.]", name)) paste0("column_", name) else name
}

# The section must take it, and where parts hang together, with the others, but for what stands alone.
choice_fits <- function(choice, seen) {
  clause <- room_of("section", seen$section)$clause
  taken <- vapply(seen$others, `[[`, "", "name")
  if (!is.null(choice$phrase$called) && choice$phrase$called %in% taken) return(FALSE)
  item <- captured(choice$expr, name = choice$name, tables = tables_of_choice(choice, seen))
  others <- if (clause$together && !choice$phrase$alone) {
    Filter(function(part) part_stands(part) && !part_is_alone(part, seen), seen$others)
  }
  section_takes(c(lapply(others, as_item), list(item)), seen)
}

tables_of_choice <- function(choice, seen) seen$tables[intersect(names_of_tables(choice$expr), names(seen$tables))]

# What a blank of a part may hold instead: those that the section takes.
fitting_offers <- function(read, name, part, seen) {
  blank <- read$phrase$blanks[[name]]
  seen$blanks <- read$phrase$blanks
  offers <- room_of("blank", blank$kind)$offers(blank, seen, read$filled)
  if (room_of("blank", blank$kind)$entry != "choice" || blank$many) return(offers)
  Filter(function(one) {
    filled <- read$filled
    filled[name] <- list(one$expr)
    filled <- filled_to_fit(filled, name, seen)
    choice_fits(list(expr = phrase_written(read$phrase, filled), name = part$name, phrase = read$phrase), seen)
  }, offers)
}

# When a blank has changed, others go back to what fits it.
filled_to_fit <- function(filled, changed, seen) {
  for (name in setdiff(names(seen$blanks), changed)) {
    blank <- seen$blanks[[name]]
    of_it <- identical(blank$like, changed)
    offers <- if (of_it || room_of("blank", blank$kind)$entry == "choice") {
      room_of("blank", blank$kind)$offers(blank, seen, filled)
    }
    if (is.null(offers) || length(offers) == 0) next
    here <- if (blank$many) filled[[name]] else list(filled[[name]])
    fits <- !of_it && all(vapply(here, function(expr) {
      any(vapply(offers, function(one) identical(one$expr, expr), TRUE))
    }, TRUE))
    if (!fits) filled[name] <- list(defaults_of(blank, FALSE, seen, filled)[[1]])
  }
  filled
}

# Whether a part is written in a phrase that stands alone.
part_is_alone <- function(part, seen) {
  phrases <- Filter(function(one) one$alone, room_of("section", seen$section)$clause$phrases(seen))
  !is.null(phrase_of_part(part, phrases))
}

section_takes <- function(items, seen) {
  ctx <- seen$ctx
  ctx$tables <- seen$tables
  ctx$columns <- seen$columns
  tryCatch({
    room_of("section", seen$section)$check(items, ctx)
    TRUE
  }, idle_error = function(e) FALSE)
}
