# What a page says of a match: who found nobody, what stands there several times, what misses by a hair.

notes_of_partners <- function(drawn, done) {
  lonely <- if (is.null(drawn$brief$source$rows_before)) note_of_the_lonely(done)
  repeated <- repeats_of(drawn, done)
  notes <- list(note_of_the_alone(done), lonely, note_of_repeats(repeated, done), near_misses(done$part, done$met),
    note_of_the_large(done))
  alone <- length(done$met$alone) / max(done$met$n, 1)
  weights <- list(alone, length(lonely_partners(done$met)) / max(done$met$other$n, 1), repeated$weight, alone,
    part_repeated(drawn, done))
  said <- unlist(notes)
  list(
    notes = if (length(said)) sprintf("prepare: %s", sub("[.]$", "", said)),
    weights = as.numeric(rep(unlist(lapply(weights, function(weight) if (is.null(weight)) 0 else weight)),
      lengths(notes)))
  )
}

# What repeated entries carry again: of the total that they move most, or of the entries.
part_repeated <- function(drawn, done) {
  if (!done$several) return(0)
  times <- core_partner_counts(done$met$held)
  times <- pmax(times, if (done$part$without == "leave_out") 0 else 1)
  own <- Filter(function(node) length(columns_in(node$args$x)) > 0, sums_in_reach(drawn, done$entries$column_names))
  table <- table_in_hand(done$fetch, done$entries$n)
  parts <- vapply(own, function(node) part_again(evaluate_column(node$args$x, table), times), 1)
  max(parts, if (length(parts) == 0) part_again(rep(1, length(times)), times))
}

note_of_the_alone <- function(done) {
  alone <- done$met$alone
  if (length(alone) == 0) return(NULL)
  missing <- sum(lacks_a_key(lapply(done$met$keys$here, pick_rows, rows = alone), length(alone)))
  sprintf(
    "%s no partner in %s%s, and %s %s%s", have(length(alone), "entry"), done$part$table,
    if (length(done$part$keys)) sprintf(" by %s", keys_said(done$part$keys)) else "",
    if (length(alone) == 1) "is" else "are",
    if (done$part$without == "leave_out") "left out" else "kept without one",
    if (missing == 0) "" else sprintf(" (%s)", have_a_key_missing(missing, length(alone)))
  )
}

have_a_key_missing <- function(missing, n) {
  if (missing == n) "a key is missing" else sprintf("a key is missing in %s", entry_count(missing))
}

# Of a part nobody knows yet what will meet no entry of any part.
note_of_the_lonely <- function(done) {
  lonely <- lonely_partners(done$met)
  if (length(lonely) == 0) return(NULL)
  shown <- lines_in_words(done$met$other, lonely[1], utils::head(names(done$part$kinds_there), 3))
  sprintf(
    "%s of %s met no entry%s: %s%s", count_of(length(lonely), "line"), done$part$table,
    if (done$part$without == "both") " and came in as made entries" else "",
    if (length(lonely) > 1) "the first is " else "", shown
  )
}

# Entries stand there once for each of their lines.
note_of_the_large <- function(done) {
  if (!done$several) return(NULL)
  repeated <- sum(core_partner_counts(done$met$held) > 1)
  sprintf(
    paste(
      "%s more than one line of %s and stand here once for each, as expect = \"many\" allows; what they carry is",
      "counted each time"
    ),
    if (repeated == 1) "1 entry has" else sprintf("%s have", entry_count(repeated)), done$part$table
  )
}

# A line that stands beside several entries carries its amounts several times: list(most, sums, column, weight).
repeats_of <- function(drawn, done) {
  brought <- done$part$brought
  worked <- drawn$brief$checked$columns
  sums <- sums_in_reach(drawn, c(drawn$entries$column_names, names(brought), vapply(worked, `[[`, "", "name")))
  sums <- Filter(function(node) any(names(brought) %in% columns_behind(node$args$x, worked)), sums)
  times <- tabulate(done$partner, done$met$other$n)
  most <- if (length(sums)) max(times, 0) else 0
  if (most < 2) return(NULL)
  column <- intersect(names(brought), columns_behind(sums[[1]]$args$x, worked))[1]
  amounts <- plain_vector(entry_column(done$met$other, brought[[column]]))
  list(most = most, sums = sums, column = column, weight = if (is_number_column(amounts)) part_again(amounts,
    times) else
    part_again(rep(1, length(times)), times))
}

note_of_repeats <- function(repeated, done) {
  if (is.null(repeated)) return(NULL)
  sprintf(
    paste0(
      "`%s` stands beside up to %s for each line of %s, so %s counts it each time; to count it once, gather the ",
      "entries first and bring it in on a page drawn up from their lines"
    ), repeated$column, entry_count(repeated$most), done$part$table, both(names(repeated$sums))
  )
}

# Keys that would meet if case, spaces, punctuation and letters that look alike were overlooked.
near_misses <- function(part, met) {
  alone <- met$alone
  if (length(alone) == 0) return(NULL)
  unlist(lapply(seq_along(part$keys), function(k) {
    here <- met$keys$here[[k]]
    there <- met$keys$there[[k]]
    most <- limit("most_spellings")
    if (!is_text_vector(here) || length(texts_of(here)) > most || length(texts_of(there)) > most) return(NULL)
    lost <- tabulate(codes_of(here)[alone], length(texts_of(here)))
    theirs <- unique(texts_of(there)[codes_of(there)])
    texts <- texts_of(here)
    able <- which(lost > 0 & !texts %in% theirs)
    like <- match(look_alike(texts[able]), look_alike(theirs[!is.na(theirs)]))
    hit <- !is.na(like)
    if (!any(hit)) return(NULL)
    first <- which(hit)[order(-lost[able[hit]])][1]
    sprintf(
      "%s of those would have a partner but for the spelling of %s, such as %s here and %s in %s; mend_keys(%s) %s",
      entry_count(sum(lost[able[hit]])), node_label(part$keys[[k]]$here), value_text(texts[able[first]]),
      value_text(theirs[!is.na(theirs)][like[first]]), part$table, node_label(part$keys[[k]]$here),
      "brings spellings together"
    )
  }))
}

# The totals of a page that need nothing but these columns.
sums_in_reach <- function(drawn, columns) {
  figures <- drawn$brief$checked$figures
  found <- list()
  for (figure in figures) for (node in figures_in(figure$node)) {
    if (is_total(node) && all(columns_in(node$args$x) %in% columns)) {
      label <- if (figure$node$type == "figure") figure$name else node$text
      found[[label]] <- node
    }
  }
  found
}
