# Two tables line by line: which lines are in one only, and which cells differ.

# A plain data frame, with its text and numbers as they are.
table_to_compare <- function(x) {
  if (is_brief(x)) x <- statement_of(work_brief(x))
  if (inherits(x, "idle_statement")) return(as.data.frame(x))
  as.data.frame(open_source(x))
}

own_keys <- function(x) {
  if (is_brief(x)) return(x$keys)
  if (inherits(x, "idle_statement")) statement_part(x, "keys")
}

match_columns <- function(here, there, match, keys) {
  shared <- intersect(names(here), names(there))
  if (is.null(match)) match <- intersect(keys, shared)
  if (length(match) == 0) match <- shared[!vapply(here[shared], is.numeric, TRUE) & !vapply(
    there[shared], is.numeric, TRUE
  )]
  lost <- setdiff(match, shared)
  if (length(lost)) stop_idle(
    "unknown_column", sprintf(
      "The column `%s` is not in both tables.", lost[1]
    ), meant(lost[1], shared), column = lost[1]
  )
  if (length(match) == 0) stop_idle(
    "bad_argument", "There is no column to match lines by.", "Say which: differences(a, b, match = \"lock\")."
  )
  union(match, intersect(level_columns, shared))
}

pick_lines <- function(table, rows) {
  table <- table[rows, , drop = FALSE]
  rownames(table) <- NULL
  table
}

key_of_lines <- function(table, keys) {
  parts <- lapply(table[keys], function(column) {
    texts <- if (is.numeric(column) && !is.object(column)) sprintf("%.17g", column) else as.character(column)
    ifelse(is.na(column), "m", paste0("v", nchar(texts), ":", texts))
  })
  do.call(paste, c(unname(parts), list(sep = "|")))
}

# For each line of `here`, its place in `there`.
matched_lines <- function(here, there, keys, labels) {
  ours <- key_of_lines(here, keys)
  theirs <- key_of_lines(there, keys)
  for (side in 1:2) {
    key <- list(ours, theirs)[[side]]
    twice <- anyDuplicated(key)
    if (twice > 0) stop_idle(
      "bad_argument",
      sprintf("In %s, lines %s and %s have the same %s, so lines cannot be matched one to one.", labels[side],
        big_mark(match(key[twice], key)), big_mark(twice), both(keys)
      ), "Match by more columns: differences(a, b, match = c(...))."
    )
  }
  match(ours, theirs)
}

differing_cells <- function(here, there, at, keys, column, tolerance) {
  lines <- which(!is.na(at))
  x <- here[[column]][lines]
  y <- there[[column]][at[lines]]
  numbers <- is.numeric(x) && is.numeric(y)
  gap <- if (numbers) as_plain_number(y) - as_plain_number(x) else rep(NA_real_, length(x))
  same <- if (numbers && tolerance > 0) {
    ifelse(is.na(gap), same_values(x, y), abs(gap) <= tolerance)
  } else if (numbers || kind_of(x) %in% kind_of(y)) {
    same_values(x, y)
  } else {
    (as.character(x) == as.character(y)) %in% TRUE | is.na(x) & is.na(y)
  }
  wrong <- which(!same)
  if (length(wrong) == 0) return(NULL)
  cbind(
    pick_lines(here[keys], lines[wrong]),
    data.frame(column = column, a = differing_texts(x[wrong]), b = differing_texts(y[wrong]), difference = gap[wrong])
  )
}

differing_texts <- function(x) vapply(seq_along(x), function(i) exact_text(x[i]), "")

compare_tables <- function(a, b, match, tolerance, labels) {
  if (!is.numeric(tolerance) || length(tolerance) != 1 || is.na(tolerance) || tolerance < 0) {
    stop_idle("bad_argument", "tolerance is a number from 0.")
  }
  here <- table_to_compare(a)
  there <- table_to_compare(b)
  keys <- match_columns(here, there, match, own_keys(a))
  at <- matched_lines(here, there, keys, labels)
  shared <- setdiff(intersect(names(here), names(there)), c(keys, level_columns))
  cells <- do.call(rbind, lapply(shared, function(column) {
    differing_cells(here, there, at, keys, column, tolerance)
  }))
  structure(list(
    labels = labels, keys = keys, only_a = pick_lines(here, which(is.na(at))),
    only_b = pick_lines(there, setdiff(seq_len(nrow(there)), at)), cells = cells,
    only_columns = list(
      setdiff(names(here), c(names(there), level_columns)), setdiff(names(there), c(names(here), level_columns))
    ),
    compared = sum(!is.na(at)) * length(shared), tolerance = tolerance
  ), class = "idle_differences")
}
