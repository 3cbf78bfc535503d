# What the parts of a page have to say, as what the page has to say.

# Notes that differ in nothing but their counts become one, with the counts added up; others say of which part they are.
notes_of_parts <- function(drawn, parts) {
  own <- lapply(parts, function(part) setdiff(part$page$notes, drawn$page$notes))
  all <- data.frame(part = rep(seq_along(own), lengths(own)), note = as.character(unlist(own)))
  all$form <- vapply(all$note, form_of_note, "")
  sizes <- vapply(parts, function(part) max(1, part$entries$n), 1)
  for (form in unique(all$form)) {
    here <- all[all$form == form, ]
    said <- notes_together(here, length(parts))
    first <- parts[[here$part[1]]]$page
    weights <- vapply(seq_len(nrow(here)), function(k) {
      as.numeric(parts[[here$part[k]]]$page$weights[[here$note[k]]]) * sizes[here$part[k]]
    }, 1)
    for (note in said) drawn <- add_note(drawn, note, first$rules[[here$note[1]]], sum(weights) / sum(sizes))
  }
  drawn
}

notes_together <- function(here, parts) {
  different <- unique(here$note)
  if (length(different) == 1 && !grepl("#", here$form[1], fixed = TRUE)) return(different)
  joined <- joined_note(here$note)
  if (!is.null(joined)) return(joined)
  vapply(different, function(note) {
    sprintf("Part %s: %s", listing(here$part[here$note == note], 5), note)
  }, "", USE.NAMES = FALSE)
}

number_in_note <- "(?<![[:alnum:].#-])[0-9]+(,[0-9]{3})*(?![[:alnum:]-]|[.][0-9])"
of_one <- c(" copy " = " copies ", " entry " = " entries ", " value " = " values ", " line " = " lines ",
  " is " = " are ", " was " = " were ", " ties " = " tie ", " has " = " have ", " it " = " they ")

# The note with a sign in place of its numbers, and in the words of several.
form_of_note <- function(note) {
  form <- gsub(number_in_note, "#", note, perl = TRUE)
  for (word in names(of_one)) form <- gsub(word, of_one[[word]], form, fixed = TRUE)
  form
}

# The first number is a count and is added up; of rows the first stands; any other number has to be the same in all.
joined_note <- function(notes) {
  numbers <- lapply(regmatches(notes, gregexpr(number_in_note, notes, perl = TRUE)), function(found) {
    as.numeric(gsub(",", "", found, fixed = TRUE))
  })
  if (length(unique(lengths(numbers))) != 1 || length(numbers[[1]]) == 0) return(NULL)
  table <- do.call(rbind, numbers)
  best <- notes[which.max(table[, 1])]
  before <- strsplit(best, number_in_note, perl = TRUE)[[1]]
  total <- numeric(ncol(table))
  for (k in seq_along(total)) {
    is_row <- grepl("\\brow $", before[k])
    again <- !is_row && identical(table[, k], table[, 1])
    if (!again && !is_row && length(unique(table[, k])) > 1) return(NULL)
    total[k] <- if (again) sum(table[, 1]) else min(table[, k])
  }
  if (total[1] != 1 && max(table[, 1]) == 1) return(NULL)
  regmatches(best, gregexpr(number_in_note, best, perl = TRUE)) <- list(vapply(total, big_mark, ""))
  best
}

# A note with the rows that it names as rows of the whole ledger.
note_in_ledger <- function(note, row_in_ledger) {
  found <- gregexpr("(?<=\\brow )[0-9]+(,[0-9]{3})*", note, perl = TRUE)
  regmatches(note, found) <- lapply(regmatches(note, found), function(rows) {
    vapply(as.numeric(gsub(",", "", rows, fixed = TRUE)), function(row) big_mark(row_in_ledger(row)), "")
  })
  note
}
