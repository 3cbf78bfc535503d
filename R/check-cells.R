# A statement as it is held in hand against the one that its brief gives now: columns, headings, lines, cells.

check_cells <- function(statement, drawn) {
  now <- statement_of(drawn)
  lines <- lines_in_hand(statement, now)
  odd <- c(odd_columns(statement, now), odd_headings(statement, now), lines$odd)
  found <- cells_in_hand(statement, now, lines)
  shape <- if (length(odd)) a_check("shape", FALSE, sprintf("Shape: the statement %s.", paste(odd, collapse = "; ")))
  list(shape, found)
}

odd_columns <- function(statement, now) {
  here <- names(statement)
  lacks <- setdiff(names(now), here)
  more <- setdiff(here, names(now))
  twice <- unique(here[duplicated(here)])
  other_order <- length(lacks) + length(more) + length(twice) == 0 && !identical(here, names(now))
  c(
    if (length(lacks)) sprintf("lacks the column %s", listing(tick(lacks))),
    if (length(more)) sprintf("has the column %s, which the brief does not give", listing(tick(more))),
    if (length(twice)) sprintf("has the column %s twice", listing(tick(twice))),
    if (other_order) sprintf("has its columns in another order, the first %s in the place of %s",
      tick(here[here != names(now)][1]), tick(names(now)[here != names(now)][1]))
  )
}

odd_headings <- function(statement, now) {
  shared <- intersect(names(now), names(statement))
  here <- stats::setNames(headings_of(statement), names(statement))[shared]
  there <- stats::setNames(headings_of(now), names(now))[shared]
  wrong <- shared[here != there]
  if (length(wrong)) sprintf("has the heading %s over %s, and the brief gives %s", dQuote(here[[wrong[1]]], FALSE),
    tick(wrong[1]), dQuote(there[[wrong[1]]], FALSE))
}

# Which line of the brief each line of the statement is: by its keys where there are some and no two lines share them,
# else by its place. list(at, odd, keyed).
lines_in_hand <- function(statement, now) {
  keys <- intersect(c(statement_part(now, "keys"), level_columns), intersect(names(now), names(statement)))
  ids <- if (length(keys)) lapply(list(statement, now), function(x) key_of_lines(as.data.frame(x), keys))
  if (length(keys) == 0 || anyDuplicated(ids[[2]])) {
    n <- nrow(now)
    odd <- if (nrow(statement) != n) sprintf("has %s, and the brief gives %s", count_of(nrow(statement), "line"),
      big_mark(n))
    return(list(at = ifelse(seq_len(nrow(statement)) <= n, seq_len(nrow(statement)), NA), odd = odd, keyed = FALSE))
  }
  at <- match(ids[[1]], ids[[2]])
  words <- function(table, rows) {
    first <- lapply(setdiff(keys, level_columns), function(key) paste(key, key_texts(table[[key]][rows[1]])))
    paste(c(unlist(first), if (length(first) == 0) "the total"), collapse = ", ")
  }
  lacks <- which(!ids[[2]] %in% ids[[1]])
  more <- which(is.na(at))
  twice <- which(duplicated(ids[[1]]) & !is.na(at))
  list(at = at, keyed = TRUE, odd = c(
    if (length(lacks)) sprintf("lacks %s (%s)", count_of(length(lacks), "line"), words(now, lacks)),
    if (length(more)) sprintf("has %s that the brief does not give (%s)", count_of(length(more), "line"),
      words(statement, more)),
    if (length(twice)) sprintf("has %s twice (%s)", count_of(length(twice), "line"), words(statement, twice)),
    if (is.unsorted(at[!is.na(at) & !duplicated(at)])) sprintf("has its lines in another order, the first that of %s",
      words(statement, which(at != seq_along(at))))
  ))
}

# A line by its keys, or by its number where it has none.
keys_of_line <- function(statement, line) {
  keys <- intersect(statement_part(statement, "keys"), names(statement))
  if (length(keys) == 0) return(sprintf("in line %s", big_mark(line)))
  own <- setdiff(keys, keys_summed(statement, line))
  if (length(own) == 0) return(sprintf("in the total (line %s)", big_mark(line)))
  words <- vapply(own, function(key) paste(key, key_texts(statement[[key]][line])), "")
  kind <- if (length(own) < length(keys)) "in the subtotal of" else "of"
  sprintf("%s %s (line %s)", kind, toString(words), big_mark(line))
}

keys_summed <- function(statement, line) {
  if ("summed_over" %in% names(statement)) names_in_text(statement$summed_over[line]) else character()
}

with_keys_of_lines <- function(wrong, statement) {
  keys <- intersect(statement_part(statement, "keys"), names(statement))
  if (is.null(wrong) || length(keys) == 0) return(wrong)
  cbind(wrong["line"], as.data.frame(lapply(stats::setNames(nm = keys), function(key) {
    over <- vapply(wrong$line, function(line) key %in% keys_summed(statement, line), TRUE)
    ifelse(over, "", key_texts(statement[[key]][wrong$line]))
  }), check.names = FALSE), wrong[setdiff(names(wrong), c("line", keys))])
}

cells_in_hand <- function(statement, now, lines) {
  columns <- intersect(names(now), names(statement))
  rows <- which(!is.na(lines$at))
  wrong <- do.call(rbind, lapply(columns, function(name) {
    here <- statement[[name]][rows]
    there <- now[[name]][lines$at[rows]]
    differ <- which(!same_values(here, there))
    if (length(differ)) data.frame(
      line = rows[differ], column = name, here = cell_texts(here[differ]), `drawn up again` = cell_texts(there[differ]),
      check.names = FALSE
    )
  }))
  n <- if (is.null(wrong)) 0 else nrow(wrong)
  cells <- length(rows) * length(columns)
  if (cells == 0 && nrow(now) > 0) return(a_note("cells",
    "Cells: none was compared, since no line and column is shared."))
  a_check("cells", n == 0, if (n == 0) sprintf("Cells: all %s are what the brief gives.", count_of(cells, "cell")) else
    sprintf(paste("Cells: %s of %s %s from what the brief gives, first `%s` %s.",
      "What follows is of the page as the brief gives it."),
      big_mark(n), big_mark(cells), if (n == 1) "differs" else "differ", wrong$column[1],
      keys_of_line(statement, wrong$line[1])), with_keys_of_lines(wrong, statement))
}
