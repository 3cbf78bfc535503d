# The rows of another table that meet the entries in hand.

# For each entry the row of its first partner, or of the one in force on its day (`partner`); which entries are
# `alone`, the `most` partners of one, which rows there are `used`; and the `keys` and the `other` table.
met_partners <- function(part, here) {
  other <- here$partner(part$table)
  there <- table_in_hand(function(name) entry_column(other, name), other$n)
  keys <- evaluated_keys(part$keys, here, there)
  met <- list(keys = keys, other = other, n = here$n)
  if (!is.null(part$as_of)) return(c(met, partners_in_force(part, met, here, there)))
  held <- core_partners(keys$here, keys$there, here$n, other$n, seq_len(other$n))
  found <- core_meet(held)
  c(met, found, if (found$most > 1) list(held = held))
}

partners_in_force <- function(part, met, here, there) {
  days <- key_pair(evaluate_column(part$as_of$here, here), evaluate_column(part$as_of$there, there))
  order <- core_order(list(days[[2]]), FALSE, met$other$n)
  order <- order[!is.na(days[[2]][order])]
  held <- core_partners(met$keys$here, met$keys$there, met$n, met$other$n, order)
  ends <- if (!is.null(part$upto)) key_pair(days[[1]], evaluate_column(part$upto, there))[[2]]
  check_overlaps(part, met$other, held, days[[2]], ends)
  found <- core_partner_in_force(held, days[[1]], days[[2]])
  if (!is.null(ends)) {
    found$partner[which(pick_rows(ends, found$partner) < days[[1]])] <- NA
    found$used <- tabulate(found$partner, met$other$n) > 0
    found$alone <- which(is.na(found$partner))
  }
  c(list(days = days, ends = ends), found)
}

# Two partners may not be in force on the same day.
check_overlaps <- function(part, other, held, begins, ends) {
  sequence <- core_partner_sequence(held)
  rows <- sequence$row
  alike <- which(diff(sequence$id) == 0)
  first <- rows[alike]
  then <- rows[alike + 1]
  last <- if (is.null(ends)) begins[first] else ends[first]
  wrong <- which(is.na(last) | begins[then] <= last)
  if (length(wrong) == 0) return(invisible())
  at <- c(first[wrong[1]], then[wrong[1]])
  stop_idle(
    "many_partners", sprintf(
      "In the section `prepare`: %s of %s are in force together, rows %s: %s.", part$table,
      count_of(length(wrong), "pair of lines", "pairs of lines"), both(big_mark(at)),
      paste(lines_in_words(other, at), collapse = "; ")
    ), if (is.null(ends)) "Two begin on the same day. Strike one of them, or match by one key more." else
      "One begins before the other ends. Mend the dates in the table."
  )
}

# Some rows of a table in words: its columns and their values.
lines_in_words <- function(entries, at, names = entries$column_names) {
  names <- utils::head(names, 6)
  rows <- as.integer(at)
  cells <- lapply(names, function(name) cell_texts(plain_vector(pick_rows(entry_column(entries, name), rows))))
  vapply(seq_along(at), function(i) {
    toString(sprintf("%s %s", names, vapply(cells, `[[`, "", i)))
  }, "")
}

# Rows that have a key missing, or one that is no number.
lacks_a_key <- function(keys, n) {
  Reduce(`|`, lapply(keys, function(key) if (is_text_vector(key)) is.na(codes_of(key)) else is.na(key)), rep(FALSE, n))
}

# Rows of the other table that met no entry.
lonely_partners <- function(met) which(!met$used)

# A column of the entries with their partners, and under them the lines that found no entry.
columns_with_partners <- function(done) {
  part <- done$part
  m <- length(done$lonely)
  keys <- stats::setNames(lapply(part$keys, `[[`, "there"), vapply(part$keys, function(key) {
    if (key$here$type == "column") key$here$name else ""
  }, ""))
  function(name) {
    from <- part$brought[[name]]
    rows <- if (m == 0) done$partner else c(done$partner, done$lonely)
    if (!is.null(from)) return(pick_rows(entry_column(done$met$other, from), rows))
    ours <- if (name %in% done$entries$column_names) done$fetch(name) else rep(FALSE, done$entries$n)
    if (!is.null(done$at)) ours <- pick_rows(ours, done$at)
    if (m == 0) return(ours)
    if (identical(name, part$made)) return(c(ours, rep(TRUE, m)))
    if (!name %in% names(keys)) return(stacked(list(ours, nothing_like(ours, m))))
    there <- table_in_hand(function(name) entry_column(done$met$other, name), done$met$other$n)
    under_each_other(ours, pick_rows(evaluate_column(keys[[name]], there), done$lonely))
  }
}

# Columns of one table under those of another, with missing values where one has none.
under_each_other <- function(above, below) {
  if (is.factor(above) && is.factor(below) && identical(levels(above), levels(below))) return(
    stacked(list(above, below))
  )
  stacked(alike(list(above, below)))
}

nothing_like <- function(x, n) pick_rows(x, rep(NA_integer_, n))

# What a preparation sets aside: rows of the entries as they were, with the row in the source and a reason.
entries_aside <- function(names, column, row, at, reason) {
  columns <- lapply(stats::setNames(nm = names), function(name) plain_vector(pick_rows(column(name), as.integer(at))))
  named <- stats::setNames(list(row, rep_len(reason, length(at))),
    c(free_name("entry", names), free_name("reason", names)))
  as_frame(c(named[1], columns, named[2]), length(at))
}

# Tables of unlike columns, one under the other.
aside_together <- function(tables) {
  tables <- Filter(function(table) !is.null(table) && nrow(table) > 0, tables)
  if (length(tables) < 2) return(if (length(tables)) tables[[1]])
  names <- unique(unlist(lapply(tables, names)))
  n <- vapply(tables, nrow, 1L)
  columns <- lapply(stats::setNames(nm = names), function(name) {
    known <- Find(function(table) name %in% names(table), tables)[[name]]
    parts <- Map(function(table, n) {
      as_settled(if (name %in% names(table)) table[[name]] else known[rep(NA_integer_, n)])
    }, tables, n)
    plain_vector(Reduce(under_each_other, parts))
  })
  names <- c(setdiff(names, "reason"), intersect(names, "reason"))
  as_frame(columns[names], sum(n))
}

# The ledgers under all tables that the pages down from this one have looked into, by page and name.
tables_read <- function(drawn, page = "") {
  found <- list()
  while (!is.null(drawn)) {
    for (name in in_code_order(names(drawn$entries$partners))) {
      label <- paste0(page, name)
      partner <- drawn$entries$partners[[name]]
      below <- partner$below$drawn
      found[[label]] <- if (is.null(below)) partner else lowest_page(below)$entries
      if (!is.null(below)) found <- c(found, tables_read(below, paste0(label, "/")))
    }
    drawn <- drawn$entries$below$drawn
    page <- paste0(page, "^")
  }
  found
}
