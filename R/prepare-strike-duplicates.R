# strike_duplicates: of entries that are alike, one is kept.

room("strike_duplicates", "preparation",
  args = alist(by = NULL, along = NULL, keep = "first"),
  check = function(parts, values, ctx) {
    by <- if (!is.null(parts$by)) named_columns(parts$by, "by", ctx)
    list(
      by = by, columns = if (is.null(by)) names(ctx$columns) else by,
      along = if (!is.null(parts$along)) check_sort(parts$along, values, ctx),
      keep = one_of_words(parts$keep, c("first", "last"), "keep", values, ctx)
    )
  },
  within = function(part) part$columns, leaves = function(part, ctx) ctx$columns,
  work = function(drawn, part) work_strike(drawn, part),
  phrases = list(
    phrase("strike entries that are copies of another", quote(strike_duplicates())),
    phrase("strike entries that are like another in {by}", quote(strike_duplicates(by = .by)),
      by = blank("columns", many = TRUE))
  ),
  call = "strike_duplicates(by =, along =, keep = \"first\")",
  plain = "keeps one of the entries that are alike, in every column or in some",
  words = function(part) {
    sprintf("strike all but the %s of entries alike in %s%s", part$keep, if (is.null(part$by)) "every column" else
      both(part$by), if (length(part$along)) sprintf(", along %s", both(vapply(part$along, `[[`, "", "text"))) else "")
  },
  aside = function(done) {
    entries <- done$entries
    entries_aside(entries$source_names, done$fetch, rows_in_source(entries, done$struck), done$struck,
      sprintf("like row %s", big_mark(rows_in_source(entries, done$kept))))
  },
  owes = function(drawn, done) check_struck(drawn, done)
)

work_strike <- function(drawn, part) {
  entries <- drawn$entries
  fetch <- columns_in_turn(entries)
  copies <- core_copies(lapply(part$columns, fetch), entries$n)
  chosen <- if (part$keep == "first" && is.null(part$along)) list(struck = copies$row, kept = copies$of) else
    one_of_each(copies, part, entries_table(drawn))
  done <- c(list(part = part, fetch = fetch, entries = entries), chosen)
  drawn$entries$prepared_by <- c(entries$prepared_by, list(done))
  n <- length(done$struck)
  if (n == 0) return(drawn)
  drawn$entries <- add_account(drawn$entries, "prepare", if (is.null(part$by)) "copies of another" else sprintf(
    "like another in %s", both(part$by)), n)
  drawn$entries <- take_entries(drawn$entries, setdiff(seq_len(entries$n), done$struck))
  add_note(drawn, note_of_struck(done), if (is.null(part$by)) "told" else "prepared")
}

# Which of the entries alike is kept: the first or last along an order.
one_of_each <- function(copies, part, table) {
  of <- unique(copies$of)
  row <- c(of, copies$row)
  class <- c(of, copies$of)
  place <- if (is.null(part$along)) row else sort_places(part$along, table)[row]
  order <- order(class, place, row)
  keeps <- !duplicated(class[order], fromLast = part$keep == "last")
  kept <- row[order][keeps]
  struck <- row[order][!keeps]
  kept_of <- kept[match(class[order][!keeps], class[order][keeps])]
  by_row <- order(struck)
  list(struck = struck[by_row], kept = kept_of[by_row])
}

note_of_struck <- function(done) {
  n <- length(done$struck)
  what <- if (is.null(done$part$by)) count_of(n, "copy", "copies") else entry_count(n)
  text <- sprintf("prepare: %s %s struck, the first in %s", what, if (n == 1) "is" else "are",
    in_row(done$entries, done$struck[1]))
  others <- setdiff(done$entries$column_names, done$part$columns)
  unlike <- Filter(function(name) any(struck_differ(done, name)), others)
  if (length(unlike) == 0) return(text)
  at <- which(struck_differ(done, unlike[1]))
  sprintf("%s; %s from the one kept in `%s`, the first in %s", text, if (length(at) == 1) "1 of them differs" else
    sprintf("%s of them differ", big_mark(length(at))), unlike[1], in_row(done$entries, done$struck[at[1]]))
}

struck_differ <- function(done, name) {
  column <- done$fetch(name)
  !same_values(pick_rows(column, done$struck), pick_rows(column, done$kept))
}

# Each struck entry is like the one kept, none is left, and what they would have added.
check_struck <- function(drawn, done) {
  unlike <- Filter(function(name) any(struck_differ(done, name)), done$part$columns)
  left <- left_alike(done)
  sums <- sums_in_reach(drawn, done$entries$column_names)
  table <- table_in_hand(done$fetch, done$entries$n)
  added <- vapply(names(sums), function(name) {
    x <- as_plain_number(evaluate_column(sums[[name]]$args$x, table))[done$struck]
    sprintf("%s %s", name, texts_of_numbers(sum(x, na.rm = TRUE)))
  }, "")
  n <- length(done$struck)
  a_check("struck", length(unlike) == 0 && left == 0, paste0(
    sprintf("Duplicates: %s struck, each like one that is kept in %s%s", entry_count(n), if (is.null(done$part$by))
      "every column" else both(done$part$by), if (n && length(added)) sprintf("; they would have added to %s",
        both(added))
      else ""),
    if (length(unlike)) sprintf("; but not in %s", both(tick(unlike))) else "",
    if (left > 0) sprintf("; but alike are still %s", entry_count(left)) else "", "."
  ))
}

# Entries alike that are left, found by the texts of their values.
left_alike <- function(done) {
  n <- done$entries$n
  rows <- setdiff(seq_len(n), done$struck)
  if (n > limit("most_to_compare")) rows <- setdiff(seq_len(limit("most_to_compare")), done$struck)
  columns <- lapply(done$part$columns, function(name) pick_rows(done$fetch(name), as.integer(rows)))
  sum(duplicated(texts_of_rows(columns, length(rows))))
}
