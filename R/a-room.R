# A room holds everything that can be asked of one thing: a section, a figure, a row function, a
# check. room() stops when an answer is missing; the rooms are found by kind and name.

rooms <- new.env(parent = emptyenv())

answers_owed <- list(
  section = c("place", "read", "option", "check", "leaves", "work", "words", "owes"),
  row = c("args", "takes", "gives", "work", "words"),
  figure = c("args", "takes", "gives", "fold", "slide", "again", "additive", "words"),
  window = c("args", "check", "work", "again", "behind", "words"),
  format = c("args", "takes", "decimals", "show", "words"),
  source = c("opens", "open"),
  preparation = c("args", "check", "leaves", "work", "words", "owes"),
  trap = c("find")
)

# What a room answers may stand in files that are read later, so rooms are only noted here and
# settled at the end, in zz-rooms.R; the order of files does not matter.
room <- function(name, kind, ...) {
  force(name)
  owed <- setdiff(answers_owed[[kind]], ...names())
  if (length(owed) > 0) {
    stop(sprintf("the %s room '%s' does not answer: %s", kind, name, toString(owed)), call. = FALSE)
  }
  assign(paste(kind, name), function() list(name = name, kind = kind, ...), envir = rooms)
  invisible(name)
}

settle_rooms <- function() {
  for (key in ls(rooms, all.names = TRUE)) assign(key, rooms[[key]](), envir = rooms)
}

# The names of all rooms of a kind.
rooms_of <- function(kind) {
  all <- ls(rooms, all.names = TRUE)
  sub("^[a-z]+ ", "", all[startsWith(all, paste0(kind, " "))])
}

room_of <- function(kind, name) rooms[[paste(kind, name)]]

has_room <- function(kind, name) !is.null(room_of(kind, name))

# Sections in the order in which they are worked.
section_names <- function() sections_in_order

sort_sections <- function() {
  names <- rooms_of("section")
  names[order(vapply(names, function(name) room_of("section", name)$place, numeric(1)))]
}
