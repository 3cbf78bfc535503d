# Two tables line by line: which lines are in one only, and which cells differ.

# One side of a comparison: a plain data frame, and what is known of it.
side_of <- function(x) {
  brief <- if (is_brief(x)) x else statement_part(x, "brief")
  if (is_brief(x)) x <- statement_of(work_brief(x))
  if (inherits(x, "idle_statement")) return(list(table = as.data.frame(x), statement = x,
    keys = as.character(statement_part(x, "keys")), brief = brief))
  source <- open_source(x)
  table <- as.data.frame(source)
  list(table = table, from_file = is_from_file(source), digits = source$digits)
}

is_from_file <- function(source) !is.null(source$origin)

compare_tables <- function(a, b, match, tolerance, labels, to = NULL) {
  bounds <- bounds_asked(tolerance, to)
  sides <- list(side_of(a), side_of(b))
  sides <- named_alike(sides, match)
  if (any(vapply(sides, function(side) isTRUE(side$from_file), TRUE))) {
    for (k in 1:2) sides[[k]]$table[] <- lapply(sides[[k]]$table, as_in_a_file)
  }
  sides <- in_one_zone(sides)
  keys <- match_columns(sides, match)
  apart <- set_totals_apart(sides, keys)
  here <- apart$tables[[1]]
  there <- apart$tables[[2]]
  if (length(keys) == 0) {
    keys <- free_name("line", c(names(here), names(there)))
    here[[keys]] <- seq_len(nrow(here))
    there[[keys]] <- seq_len(nrow(there))
  }
  shared <- setdiff(intersect(names(here), names(there)), c(keys, level_columns))
  alike <- kinds_alike(here, there, shared, labels)
  here <- alike$tables[[1]]
  there <- alike$tables[[2]]
  at <- matched_lines(here, there, keys, is_of_file(sides))
  digits <- c(sides[[1]]$digits, sides[[2]]$digits)
  cells <- do.call(rbind, lapply(shared, function(column) {
    differing_cells(here, there, at, keys, column, bounds, if (length(digits)) min(digits))
  }))
  totals <- their_totals(sides, apart$totals, keys, bounds, if (length(digits)) min(digits))
  structure(list(
    labels = labels, keys = keys, shape = here[0, keys, drop = FALSE], of_totals = totals, only_a = pick_lines(here,
      which(is.na(at$line) & !at$again)),
    only_b = pick_lines(there, which(!seq_len(nrow(there)) %in% at$line & !at$again_there)),
    twice = list(pick_lines(here, which(at$again)), pick_lines(there, which(at$again_there))), totals = apart$totals,
    cells = with_texts_if_any(cells), only_columns = list(
      setdiff(names(here), c(names(there), level_columns)), setdiff(names(there), c(names(here), level_columns))
    ),
    compared = sum(!is.na(at$line)) * length(shared), other_order = is.unsorted(at$line[!is.na(at$line)]),
    notes = c(alike$notes,
      if (length(digits)) sprintf("Numbers are compared to %d digits, which is what a workbook keeps.", min(digits))),
    bounds = bounds, sums = do.call(rbind, lapply(shared, sums_of_column, here = here, there = there))
  ), class = "idle_differences")
}

# Total lines that one side has without marks, against those of the page on the other.
their_totals <- function(sides, totals, keys, bounds, digits) {
  side <- which(vapply(sides, function(side) is.null(side$statement), TRUE) & vapply(totals, nrow, 1L) > 0)
  if (length(side) != 1 || is.null(sides[[3 - side]]$brief)) return(NULL)
  totals_compared(totals[[side]], sides[[3 - side]]$brief, keys, bounds, digits, side == 1)
}

# Whether one side is a statement and the other a file, in which keys of its own can be the same.
is_of_file <- function(sides) {
  any(vapply(sides, function(side) isTRUE(side$from_file), TRUE)) &&
    any(vapply(sides, function(side) !is.null(side$statement), TRUE))
}

# Times are the same where they are the same moment, whatever zone they are written in.
in_one_zone <- function(sides) {
  for (name in intersect(names(sides[[1]]$table), names(sides[[2]]$table))) {
    zone <- attr(sides[[1]]$table[[name]], "tzone")
    if (inherits(sides[[1]]$table[[name]], "POSIXct") && inherits(sides[[2]]$table[[name]], "POSIXct")) {
      attr(sides[[2]]$table[[name]], "tzone") <- zone
    }
  }
  sides
}

# What each side has in all, without its subtotals.
sums_of_column <- function(column, here, there) {
  if (!is.numeric(here[[column]]) || !is.numeric(there[[column]])) return(NULL)
  total <- function(table) {
    own <- if (is.null(table$line_kind)) TRUE else !table$line_kind %in% c("subtotal", "total")
    sum(as_plain_number(table[[column]])[own], na.rm = TRUE)
  }
  data.frame(column = column, a = total(here), b = total(there))
}

# What is allowed -----------------------------------------------------------------------------------------------------

units_of_rounding <- c(cent = 0.01, tenth = 0.1, unit = 1, hundred = 100, thousand = 1000, million = 1e6)

bounds_asked <- function(tolerance, to) {
  fits <- is.numeric(tolerance) && length(tolerance) > 0 && !anyNA(tolerance) && all(tolerance >= 0) &&
    (length(tolerance) == 1 || all(nzchar(rlang::names2(tolerance))))
  if (!fits) stop_idle("bad_argument", "tolerance is a number from 0, or one for each column by name.",
    "Such as tolerance = c(receipts = 0.005).")
  if (is.null(to)) return(list(tolerance = tolerance, to = NULL))
  size <- if (is_one_text(to) && to %in% names(units_of_rounding)) units_of_rounding[[to]] else to
  if (!is.numeric(size) || length(size) != 1 || is.na(size) || size <= 0) stop_idle(
    "bad_argument", sprintf("`to` is what one side was rounded to, and got %s.", value_text(to)[1]),
    sprintf("Give %s, or a number such as 0.05.", either(dQuote(names(units_of_rounding), FALSE)))
  )
  list(tolerance = tolerance, to = size, word = as.character(to))
}

# Names and keys -------------------------------------------------------------------------------------------------------

# The columns of a plain table take the names of the statement, where they bear its headings, or those that `match`
# says they go by.
named_alike <- function(sides, match) {
  renamed <- if (is.null(names(match))) character() else match[nzchar(names(match))]
  here <- renamed %in% names(sides[[2]]$table)
  sides[[2]]$table <- with_names(sides[[2]]$table, renamed[here])
  for (k in 1:2) {
    statement <- sides[[k]]$statement
    if (!is.null(statement)) names(sides[[3 - k]]$table) <- own_names(statement, names(sides[[3 - k]]$table))
  }
  renamed <- renamed[!here]
  if (length(renamed)) {
    lost <- setdiff(renamed, names(sides[[2]]$table))
    if (length(lost)) stop_idle(
      "unknown_column", sprintf("The second table has no column `%s`.", lost[1]), meant(lost[1],
        names(sides[[2]]$table)), column = lost[1]
    )
    sides[[2]]$table <- with_names(sides[[2]]$table, renamed)
  }
  sides
}

with_names <- function(table, renamed) {
  names(table)[match(renamed, names(table))] <- names(renamed)
  table
}

own_names <- function(statement, names) {
  headings <- headings_of(statement)
  own <- names(statement)[match(names, headings)]
  # "Receipts" is meant for `receipts`, where nothing else could be.
  spare <- is.na(own) & !names %in% names(statement) & !duplicated(tolower(names)) &
    !duplicated(tolower(names), fromLast = TRUE)
  own[spare] <- names(statement)[match(tolower(names), tolower(names(statement)))][spare]
  own[own %in% names] <- NA
  ifelse(names %in% names(statement) | is.na(own), names, own)
}

# In a file, empty text and nothing are the same, and text that looked like a formula has an apostrophe before it.
as_in_a_file <- function(column) {
  if (!is.character(column) && !is.factor(column)) return(column)
  text <- as.character(column)
  text[text %in% ""] <- NA
  ifelse(starts_a_formula(sub("^'", "", text)), sub("^'", "", text), text)
}

# None is given where lines go by their places: the page has no keys, and both have as many lines.
match_columns <- function(sides, match) {
  here <- sides[[1]]$table
  there <- sides[[2]]$table
  shared <- intersect(names(here), names(there))
  if (!is.null(names(match))) match <- ifelse(nzchar(names(match)), names(match), match)
  own <- if (is.null(sides[[1]]$statement)) sides[[2]]$keys else sides[[1]]$keys
  if (is.null(match)) match <- intersect(own, shared)
  if (length(match) == 0 && !is.null(own) && length(own) == 0 && nrow(here) == nrow(there)) return(character())
  if (length(match) == 0) match <- shared[!vapply(here[shared], is.numeric, TRUE) &
    !vapply(there[shared], is.numeric, TRUE)]
  lost <- setdiff(match, shared)
  if (length(lost)) stop_idle(
    "unknown_column", sprintf("The column `%s` is not in both tables.", lost[1]), meant(lost[1],
      shared), column = lost[1]
  )
  if (length(match) == 0) stop_idle(
    "bad_argument", "There is no column to match lines by.",
    "Say which: differences(a, b, match = \"lock\"), or match = c(lock = \"Lock name\") where names differ."
  )
  union(unname(match), intersect(level_columns, shared))
}

# Totals of somebody else's table, and subtotals of a page against a table that has no marks of them.
set_totals_apart <- function(sides, keys) {
  tables <- lapply(sides, `[[`, "table")
  marked <- vapply(tables, function(table) all(level_columns %in% names(table)), TRUE)
  totals <- list(tables[[1]][0, , drop = FALSE], tables[[2]][0, , drop = FALSE])
  if (all(marked)) return(list(tables = tables, totals = totals))
  for (k in 1:2) {
    total <- if (marked[k]) tables[[k]]$line_kind %in% c("subtotal", "total") else
      if (is.null(sides[[k]]$statement)) reads_as_total(tables[[k]], keys, sides[[3 - k]]$table) else
        rep(FALSE, nrow(tables[[k]]))
    totals[[k]] <- pick_lines(tables[[k]], which(total))
    tables[[k]] <- pick_lines(tables[[k]], which(!total))
  }
  list(tables = tables, totals = totals)
}

total_words <- "^\\s*((grand|sub|over)?[- ]?totals?|sum|overall|all( of)? .*|.* totals?)\\s*:?\\s*$"

# A line with a word for a total among its keys, or with none of them, unless the other table has that line too.
reads_as_total <- function(table, keys, other) {
  texts <- lapply(table[intersect(keys, names(table))], function(column) {
    if (is.character(column)) column else
    as.character(column)
  })
  if (length(texts) == 0 || nrow(table) == 0) return(rep(FALSE, nrow(table)))
  word <- Reduce(`|`, lapply(texts, grepl, pattern = total_words, ignore.case = TRUE))
  nothing <- Reduce(`&`, lapply(texts, function(text) is.na(text) | !nzchar(text)))
  shared <- intersect(keys, names(table))
  theirs <- key_of_lines(table, shared) %in% key_of_lines(other, shared)
  (word | nothing & seq_len(nrow(table)) == nrow(table) & nrow(table) > 2) & !theirs
}

key_of_lines <- function(table, keys) {
  parts <- lapply(table[keys], function(column) {
    number <- is.numeric(column) && !is.object(column)
    texts <- if (number) sprintf("%.17g", column) else if (inherits(column, "POSIXct")) key_of_moment(column) else
      as.character(column)
    ifelse(is.na(column), "m", paste0("v", nchar(texts), ":", texts))
  })
  do.call(paste, c(unname(parts), list(sep = "|")))
}

# A midnight is the day's; in the hour that a clock shows twice, the offset tells which it is.
key_of_moment <- function(x) {
  text <- format(x, "%Y-%m-%d %H:%M:%OS6%z")
  sub(" 00:00:00[.]0+[-+][0-9]{4}$", "", text)
}

# For each line of `here`, its place in `there`; lines that stand there again are set apart. `in_turn`: those that are
# as often here as there go in turn.
matched_lines <- function(here, there, keys, in_turn = FALSE) {
  ours <- key_of_lines(here, keys)
  theirs <- key_of_lines(there, keys)
  if (in_turn && anyDuplicated(ours)) {
    all <- unique(ours)
    even <- all[tabulate(match(ours, all), length(all)) == tabulate(match(theirs, all), length(all))]
    turn <- function(keys) {
      ifelse(keys %in% even, paste(keys, stats::ave(seq_along(keys), keys, FUN = seq_along)), keys)
    }
    ours <- turn(ours)
    theirs <- turn(theirs)
  }
  again <- duplicated(ours)
  line <- match(ours, theirs)
  line[again] <- NA
  list(line = line, again = again, again_there = duplicated(theirs))
}
