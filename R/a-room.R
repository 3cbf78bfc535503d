# A room holds everything that can be asked of one thing: a section, a figure, a row function, a check.
# room() stops when an answer is missing; an answer may be NULL where there is nothing to say, and is
# then said to be so. The rooms are found by kind and name.

answers_owed <- list(
  section = c("place", "read", "option", "clause", "check", "leaves", "work", "words", "in_sql", "aside", "owes"),
  row = c("args", "takes", "gives", "work", "again", "words"),
  figure = c("args", "takes", "gives", "fold", "slide", "again", "in_columns", "exact", "by_hand", "additive", "words"),
  frame_value = c("check", "slide", "again"),
  window = c("args", "check", "work", "again", "rows_used", "whole", "result", "words"),
  format = c("args", "takes", "decimals", "show", "words"),
  source = c("place", "opens", "open", "again", "seal"),
  reader = c("place", "endings", "shown", "takes", "read"),
  writer = c("place", "endings", "shown", "takes", "write"),
  preparation = c("args", "check", "leaves", "work", "aside", "words", "owes"),
  rule = c("place", "of_values", "of_ledger", "of_page", "words", "example", "twin"),
  chart = c("place", "args", "takes", "suits", "value", "draw", "words"),
  command = c("words", "options", "example", "run"),
  blank = c("asks", "entry", "offers", "reads", "writes"),
  act = c("does"),
  call = c("place", "takes", "check"),
  server = c(
    "place", "words", "of", "types", "has_nan", "may_hold_nan", "filters", "grouping_sets", "functions",
      "yes_as_number",
    "by_code_point", "sort", "date", "moment", "odd_number", "day_of", "days_between", "plus_days", "date_part",
    "start_of", "rounded", "part_of", "place_of", "joined", "number_of_text", "date_of_text", "percentile", "variance",
    "most_frequent", "different", "value_at", "listed", "back", "around", "entry", "begin", "end", "timeout", "plan"
  )
)

# An environment of rooms for each kind, by name.
rooms <- list2env(lapply(answers_owed, function(owed) new.env(parent = emptyenv())), parent = emptyenv())

owed_by_kind <- function(kind) {
  if (kind %in% names(answers_owed)) return(answers_owed[[kind]])
  stop(sprintf("there are no rooms of kind '%s'", kind), call. = FALSE)
}

# What a room answers may stand in files that are read later, so rooms are only noted here and settled
# once all files are read, in zz-rooms.R, or at once when the package is there already.
room <- function(name, kind, ...) {
  force(name)
  owed <- setdiff(owed_by_kind(kind), ...names())
  if (length(owed) > 0) {
    stop(sprintf("the %s room '%s' does not answer: %s", kind, name, toString(owed)), call. = FALSE)
  }
  assign(name, function() list(name = name, kind = kind, ...), envir = rooms[[kind]])
  if (!is.null(registry$settled)) settle_room(kind, name)
  invisible(name)
}

# What is known of all rooms together, by kind: their names, and those that give some answer.
registry <- new.env(parent = emptyenv())

settle_room <- function(kind, name) {
  assign(name, room_of(kind, name)(), envir = rooms[[kind]])
  forget_names()
}

# Their functions are compiled as the package is installed; R does so by itself for those of a namespace alone.
settle_rooms <- function() {
  for (kind in names(answers_owed)) for (name in ls(rooms[[kind]], all.names = TRUE)) {
    settle_room(kind, name)
    compiled <- rapply(room_of(kind, name), compiler::cmpfun, classes = "function", how = "replace")
    assign(name, compiled, envir = rooms[[kind]])
  }
  registry$settled <- TRUE
}

forget_names <- function() {
  registry$names <- registry$answering <- list()
  registry$changes <- sum(registry$changes, 1)
}

# A room more, or another in the place of one, while the calling function runs.
local_room <- function(name, kind, ..., .frame = parent.frame()) {
  owed_by_kind(kind)
  before <- room_of(kind, name)
  withr::defer({
    if (is.null(before)) rm(list = intersect(name, ls(rooms[[kind]], all.names = TRUE)), envir = rooms[[kind]])
    if (!is.null(before)) assign(name, before, envir = rooms[[kind]])
    forget_names()
  }, envir = .frame)
  room(name, kind, ...)
}

# The same with some of its answers changed.
local_answers <- function(name, kind, ..., .frame = parent.frame()) {
  answers <- utils::modifyList(room_of(kind, name)[setdiff(names(room_of(kind, name)), c("name", "kind"))], list(...),
    keep.null = TRUE
  )
  do.call(local_room, c(list(name, kind), answers, list(.frame = .frame)), quote = TRUE)
}

# The names of all rooms of a kind, in their order where they have a place in one.
rooms_of <- function(kind) {
  if (is.null(registry$names[[kind]])) {
    names <- ls(rooms[[kind]], all.names = TRUE)
    places <- lapply(names, function(name) room_of(kind, name)$place)
    registry$names[[kind]] <- if (all(lengths(places) == 1)) names[order(unlist(places))] else names
  }
  registry$names[[kind]]
}

# Those that a user can call by name.
listed_rooms <- function(kind) Filter(function(name) !isTRUE(room_of(kind, name)$unlisted), rooms_of(kind))

# The names of those that give an answer that is not owed.
rooms_answering <- function(kind, answer) {
  key <- paste(kind, answer)
  if (is.null(registry$answering[[key]])) {
    registry$answering[[key]] <- Filter(function(name) !is.null(room_of(kind, name)[[answer]]), rooms_of(kind))
  }
  registry$answering[[key]]
}

# NULL where there is none.
room_of <- function(kind, name) if (length(name) && nzchar(name)) rooms[[kind]][[name]]

rooms_named <- function(kind, names) mget(names, envir = rooms[[kind]])

has_room <- function(kind, name) !is.null(room_of(kind, name))

# Sections in the order in which they are worked.
section_names <- function() rooms_of("section")
