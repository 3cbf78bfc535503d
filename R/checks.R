# What a check says: its name, whether it ties, a sentence, and where it differs the lines.

a_check <- function(check, ties, sentence, lines = NULL) {
  list(check = check, status = if (isTRUE(ties)) "ties" else "differs", sentence = sentence, lines = lines)
}

a_note <- function(check, sentence, lines = NULL) {
  list(check = check, status = "note", sentence = sentence, lines = lines)
}

status_mark <- function(status, weight = "") {
  switch(status,
    ties = cli::col_green("ties      "), differs = cli::col_red("DIFFERS   "), accepted = style_quiet("accepted  "),
    cli::col_yellow(formatC(paste("note", weight), width = -10))
  )
}

# The part of a figure that a finding moves: 12%, or below one.
weight_text <- function(weight) {
  if (is.null(weight) || is.na(weight) || weight <= 0) return("")
  if (weight < 0.01) "<1%" else sprintf("%.0f%%", 100 * weight)
}

is_differ <- function(n) paste(big_mark(n), if (n == 1) "differs" else "differ")

# Columns of which the same holds share a sentence.
said_together <- function(checks) {
  checks <- without_null(checks)
  shared <- vapply(checks, function(check) if (is.null(check$name)) "" else check$sentence, "")
  for (sentence in setdiff(shared, "")) {
    here <- which(shared == sentence)
    names <- vapply(checks[here], function(check) sprintf("`%s`", check$name), "")
    heading <- check_headings[[checks[[here[1]]]$check]]
    checks[[here[1]]]$sentence <- sprintf("%s: %s: %s", heading, both(names), sentence)
  }
  checks[!nzchar(shared) | !duplicated(shared)]
}

check_headings <- c(ranks = "Ranks", frames = "Frames", groups = "Groups", columns = "Columns",
  neighbours = "Neighbours")

not_worked_again <- function(heading, why) {
  a_note(tolower(heading), sprintf("%s: not worked again in plain R: %s.", heading, why))
}
