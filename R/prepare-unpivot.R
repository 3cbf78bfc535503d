# unpivot: columns that stand side by side become entries of their own, one for each cell, with the
# column's name and the cell's value.

room("unpivot", "preparation",
  args = alist(columns = NULL, names = , values = , keep = NULL, empty = "keep"),
  check = function(parts, values, ctx) {
    if (is.null(parts$columns) == is.null(parts$keep)) stop_in(
      ctx, "bad_argument", "unpivot() takes the columns that become entries, or `keep` with those that do not.",
      "For instance unpivot(keep = lock, names = month, values = receipts)."
    )
    all <- names(ctx$columns)
    columns <- if (is.null(parts$columns)) {
      setdiff(all, c(named_columns(parts$keep, "keep", ctx), ctx$totals))
    } else {
      named_columns(parts$columns, "columns", ctx)
    }
    if (length(columns) == 0) stop_in(ctx, "bad_argument", "no column is left to become entries.")
    if (anyDuplicated(columns)) stop_in(
      ctx, "name_twice", sprintf("the column `%s` is named twice.", columns[anyDuplicated(columns)])
    )
    edges <- if (is.null(parts$columns)) intersect(ctx$totals, all)
    kept <- setdiff(all, c(columns, edges))
    names <- new_name(parts$names, "names", kept, ctx)
    empty <- one_value(parts$empty, values, "empty", ctx)
    if (!empty %in% c("keep", "drop")) stop_in(ctx, "bad_argument", "empty is \"keep\" or \"drop\".")
    list(
      texts = ifelse(columns %in% names(ctx$stands_for), ctx$stands_for[columns], columns),
      columns = columns, kept = kept, edges = edges, names = names,
      values = new_name(parts$values, "values", c(kept, names), ctx),
      kind = shared_kind(ctx$columns[columns], ctx), empty = empty
    )
  },
  leaves = function(part, ctx) {
    c(ctx$columns[part$kept], stats::setNames(list("text", part$kind), c(part$names, part$values)))
  },
  by_entry = function(part) TRUE,
  work = function(drawn, part) work_unpivot(drawn, part),
  plain = "makes an entry of each cell of some columns, with the column's name and the cell's value",
  words = function(part) {
    sprintf(
      "make an entry of each cell of %s, with the column as %s and the cell as %s%s", listing(
        part$columns
      ), part$names,
      part$values, if (part$empty == "drop") ", empty cells left out" else ""
    )
  },
  aside = function(done) done$left,
  owes = function(drawn, done) check_unpivot(done)
)

# The cells must be of one kind: numbers among each other, or text.
shared_kind <- function(kinds, ctx) {
  found <- unique(unlist(kinds))
  found <- found[found != "empty"]
  if (length(found) == 0) return("empty")
  if (all(found %in% c("text", "factor"))) return("text")
  if (length(found) == 1) return(found)
  if (all(found %in% c("integer", "double"))) return("double")
  stop_in(
    ctx, "wrong_kind",
    sprintf(
      "unpivot() needs columns of one kind: `%s` is %s and `%s` is %s.", names(kinds)[match(found[1], kinds)],
      a_kind(found[1]), names(kinds)[match(found[2], kinds)], a_kind(found[2])
    ),
    "Leave columns of another kind beside the entries: keep = c(...)."
  )
}

work_unpivot <- function(drawn, part) {
  entries <- drawn$entries
  n <- entries$n
  m <- length(part$columns)
  fetch <- entries_so_far(entries)
  columns <- function(name) {
    if (name == part$values) return(interleaved(lapply(part$columns, fetch), part$kind, n))
    if (name == part$names) return(pooled(rep(seq_len(m), n), part$texts))
    pick_rows(fetch(name), rep(seq_len(n), each = m))
  }
  entries <- reshape_entries(entries, n * m, c(part$kept, part$names, part$values), columns)
  done <- list(part = part, fetch = fetch, columns = columns, n = n)
  gone <- if (part$empty == "drop") is_missing_value(entry_column(entries, part$values)) else FALSE
  if (entries$aside) done$left <- empty_cells(entries, which(gone))
  entries$prepared_by <- c(entries$prepared_by, list(done))
  entries <- add_account(entries, "prepare", sprintf("empty cells of %s", listing(part$columns)), sum(gone))
  drawn$entries <- if (any(gone)) take_entries(entries, which(!gone)) else entries
  if (length(part$edges) == 0) return(drawn)
  add_note(drawn, sprintf(
    "prepare: %s left out, since %s of the statement.", listing(tick(part$edges)),
    if (length(part$edges) == 1) "it is a total" else "they are totals"
  ), "prepared")
}

empty_cells <- function(entries, rows) {
  names <- stats::setNames(nm = entries$source_names)
  left <- lapply(names, function(name) pick_rows(entry_column(entries, name), rows))
  as_frame(c(left, list(reason = rep("empty cell", length(rows)))), length(rows))
}

# The cells of several columns, entry by entry.
interleaved <- function(columns, kind, n) {
  typed <- Filter(function(column) kind_of(column) != "empty", columns)
  columns <- lapply(columns, as_kind, kind = kind, like = typed)
  pick_rows(stacked(columns), as.integer(outer(n * (seq_along(columns) - 1), seq_len(n), `+`)))
}

# A column with nothing in it takes the kind of the others.
as_kind <- function(column, kind, like) {
  if (kind == "text") return(as_text_vector(column))
  if (kind == "double") return(as_plain_number(column))
  if (kind_of(column) != "empty" || length(like) == 0) return(column)
  rep(like[[1]][NA_integer_], length_of(column))
}

# Each column against the entries made of it: as many filled in, and numbers with the same sum.
check_unpivot <- function(done) {
  columns <- lapply(stats::setNames(nm = done$part$columns), done$fetch)
  values <- done$columns(done$part$values)
  name <- core_group(list(done$columns(done$part$names)), done$n * length(columns))
  filled <- function(groups, x) {
    folds <- if (kind_fits(kind_of(x), "number")) list(total = if (inherits(x, "integer64")) "whole_sum" else "sum")
    found <- column_folded(groups, x, if (is.null(folds)) list() else folds)
    sprintf(
      "%.0f %s", found$filled, if (is.null(folds)) "" else sprintf("%.17g", as_plain_number(found$answers[[1]]))
    )
  }
  whole <- core_group(list(), done$n)
  before <- if (done$n > 0) vapply(columns, function(x) filled(whole, as_kind(x, done$part$kind, list(values))), "")
  by_name <- core_group_facts(name)$first
  after <- if (done$n > 0) filled(name, values)[order(by_name)]
  ties <- identical(unname(before), after)
  a_check("unpivot", ties, sprintf(
    "Unpivot: %s of %s %s %s; each column's values and total are those of its entries%s.", count_of(done$n, "row"),
    count_of(length(columns), "column"), if (length(columns) * done$n == 1) "makes" else "make",
    entry_count(done$n * length(columns)), if (ties) "" else ": they differ"
  ))
}
