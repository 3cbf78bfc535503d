# Values that are supplied later: what kind given(name) must be of is known from where it stands.

# What each kind is called in a brief's file, and the kinds that a set of them comes down to.
given_kinds <- c(double = "number", integer = "number", integer64 = "number", text = "text", factor = "text",
  date = "date", time = "time", logical = "yes/no")
kinds_of_sets <- c(number = "double", text = "text", moment = "date", date = "date", logical = "logical")

# Beside which kinds a value stands is noted while a brief is checked; a value that stands beside unlike ones is
# refused.
note_given <- function(node, kind, ctx) {
  name <- node$name
  word <- unname(given_kinds[kind])
  before <- ctx$wanted[[name]]
  if (!is.null(before) && before != word && !setequal(c(before, word), c("date", "time"))) stop_in(
    ctx, "wrong_kind", sprintf("given(%s) stands for a %s here, and for a %s elsewhere.", name, word, before),
    "Give the two values names of their own."
  )
  if (is.null(before)) assign(name, word, envir = ctx$wanted)
}

# Arguments of which some are to be supplied, as the kinds that the others and the function ask for.
given_settled <- function(args, room, ctx) {
  if (is.null(ctx$wanted)) return(args)
  open <- vapply(args, function(arg) arg$type == "given" && identical(arg$kind, "any"), TRUE)
  for (at in which(open)) {
    kind <- kind_of_given(args, at, room)
    if (is.null(kind)) next
    note_given(args[[at]], kind, ctx)
    args[[at]]$kind <- kind
  }
  args
}

kind_of_given <- function(args, at, room) {
  set <- takes_of(room$takes, rlang::names2(args)[at])
  if (!is.null(set) && set %in% names(kinds_of_sets)) return(kinds_of_sets[[set]])
  others <- setdiff(vapply(args[-at], function(arg) arg$kind, ""), c("any", "empty"))
  if (!is.null(room$given_as)) return(room$given_as(others, at))
  kind <- if (length(others)) common_kind(others)
  if (is.null(kind) || is.na(kind) || kind == "empty") NULL else kind
}

# Texts that are supplied are read as the kinds that their places ask for.
fitted_given <- function(given, wanted) {
  for (name in names(given)) {
    value <- given[[name]]
    kind <- wanted[[name]]
    if (is.null(kind) || !is_one_text(value) || is.na(value)) next
    read <- read_as_kind(value, kind)
    if (is.null(read)) stop_idle("wrong_kind", sprintf("given(%s) stands for a %s, and got %s.", name, kind,
      value_text(value)), c(date = "Write dates as \"2025-03-31\", or a month as \"2025-03\".",
      time = "Write times as \"2025-03-31 18:30:00\".")[kind])
    given[[name]] <- read
  }
  given
}

# One text as a value of a kind; NULL where it reads as none.
read_as_kind <- function(text, kind) {
  if (kind == "text") return(text)
  if (kind %in% c("date", "time")) {
    day <- strict_date(sub("^([0-9]{4}-[0-9]{2})$", "\\1-01", text))
    if (!is.na(day)) return(day)
    if (kind == "date") return(NULL)
  }
  if (kind == "yes/no" && text %in% c("yes", "no")) return(text == "yes")
  read <- core_strict_values(text, if (kind == "yes/no") "truth" else kind)
  if (anyNA(read)) return(NULL)
  switch(kind, number = read, time = structure(read, class = c("POSIXct", "POSIXt"), tzone = "UTC"), as.logical(read))
}
