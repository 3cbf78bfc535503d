# stack_on: the entries of other tables under those of the ledger, by the names of their columns.

room("stack_on", "preparation",
  args = alist(... = , name = NULL), tables = "...", labels_tables = TRUE,
  check = function(parts, values, ctx) {
    others <- parts[rlang::names2(parts) != "name"]
    if (length(others) == 0 || any(vapply(parts, rlang::is_missing, TRUE))) stop_in(
      ctx, "bad_argument", "stack_on() takes the tables that come under the entries: stack_on(november, december)."
    )
    tables <- lapply(unname(others), table_named, ctx = ctx)
    labels <- ifelse(nzchar(rlang::names2(others)), rlang::names2(others), vapply(tables, `[[`, "", "name"))
    kinds <- lapply(tables, function(table) as.list(kinds_of(table$source)))
    columns <- stacked_kinds(ctx$columns, kinds, vapply(tables, `[[`, "", "name"), ctx)
    list(
      tables = vapply(tables, `[[`, "", "name"), labels = labels, columns = columns, ours = names(ctx$columns),
      theirs = lapply(kinds, names), mark = ctx$made,
      name = if (!is.null(parts$name)) new_name(parts$name, "name", names(columns), ctx)
    )
  },
  leaves = function(part, ctx) {
    if (!is.null(part$name)) part$columns[[part$name]] <- "text"
    part$columns
  },
  work = function(drawn, part) work_stack_on(drawn, part),
  phrases = list(phrase("put the entries of {table} under them", quote(stack_on(.table)), spread = "table",
    table = blank("table"))),
  call = "stack_on(other, ..., name = a_column)",
  plain = "the entries of other tables under those of the ledger",
  words = function(part) {
    sprintf("put the entries of %s under them%s", both(part$tables), if (is.null(part$name)) "" else sprintf(
      ", with where they come from as %s", part$name))
  },
  in_sql = function(q, part, brief) stacked_in_sql(q, part, brief), aside = NULL,
  owes = function(drawn, done) check_stacked(done)
)

here_said <- "the entries"

# The kind of each column once all stand under each other.
stacked_kinds <- function(ours, theirs, tables, ctx) {
  sides <- c(list(ours), theirs)
  names(sides) <- c(here_said, tables)
  all <- unique(unlist(lapply(sides, names)))
  lapply(stats::setNames(nm = all), function(column) {
    kinds <- unlist(lapply(Filter(function(side) column %in% names(side), sides), `[[`, column))
    kind <- common_kind(unname(kinds))
    if (is.na(kind)) stop_unlike_kinds(column, kinds, ctx)
    if (kind == "factor" && length(kinds) > 1) "text" else kind
  })
}

stop_unlike_kinds <- function(column, kinds, ctx) {
  first <- kinds[kinds != "empty"][1]
  other <- kinds[!kinds %in% c("empty", first)][1]
  to_be_text <- Filter(function(kind) kind_family(kind) != "texts", c(first, other))
  advice <- vapply(names(to_be_text), function(table) {
    advice_on_kind(column, "\"text\"", if (table != here_said) table)
  }, "")
  stop_in(
    ctx, "wrong_kind", sprintf("stack_on(): `%s` is %s in %s and %s in %s.", column, a_kind(first), names(first),
      a_kind(other), names(other)), sprintf("Open both with the same kinds, such as %s.", both(unique(advice)))
  )
}

work_stack_on <- function(drawn, part) {
  entries <- drawn$entries
  fetch <- columns_in_turn(entries)
  others <- lapply(part$tables, function(name) partner_in_hand(entries, name))
  sizes <- vapply(others, function(other) as.double(other$n), 1)
  check_how_many(sum(sizes), "In the section `prepare`: stack_on()", "Stack fewer tables, or gather them first.")
  columns <- stacked_columns(part, entries, fetch, others)
  done <- list(part = part, entries = entries, fetch = fetch, others = others, columns = columns)
  at <- c(seq_len(entries$n), rep(NA_integer_, sum(sizes)))
  drawn$entries <- carry_entries(entries, at, c(names(part$columns), part$name), columns)
  drawn$entries <- placed_elsewhere(drawn$entries, entries$n, sizes)
  drawn$entries$prepared_by <- c(entries$prepared_by, list(done))
  add_note(drawn, notes_of_stacked(done), "prepared")
}

stacked_columns <- function(part, entries, fetch, others) {
  sizes <- c(entries$n, vapply(others, function(other) as.double(other$n), 1))
  function(name) {
    if (identical(name, part$name)) {
      return(pooled(rep(seq_along(sizes), sizes), c(name_of(entries$source), part$labels)))
    }
    there <- lapply(others, function(other) if (name %in% other$column_names) entry_column(other, name))
    parts <- c(list(if (name %in% part$ours) fetch(name)), there)
    if (identical(name, part$mark)) parts <- Map(function(x, n) if (is.null(x)) rep(FALSE, n) else x, parts, sizes)
    known <- without_null(parts)
    if (any(lengths(lapply(known, levels)) > 0) && length(parts) > 1) known <- lapply(known, function(x) {
      if (is.factor(x)) as_text_vector(x) else x
    })
    k <- 0
    Reduce(under_each_other, Map(function(x, n) {
      if (is.null(x)) return(nothing_like(known[[1]], n))
      k <<- k + 1
      known[[k]]
    }, parts, sizes))
  }
}

# Entries of other tables have a row there.
placed_elsewhere <- function(entries, n, sizes) {
  entries$row_of[n + seq_len(sum(sizes))] <- unlist(lapply(sizes, seq_len))
  other <- if (is.null(entries$of_other)) rep(FALSE, entries$n) else entries$of_other
  other[n + seq_len(sum(sizes))] <- TRUE
  entries$of_other <- other
  entries
}

notes_of_stacked <- function(done) {
  part <- done$part
  sides <- c(list(part$ours), part$theirs)
  labels <- c("the entries", part$tables)
  sizes <- c(done$entries$n, vapply(done$others, function(other) as.double(other$n), 1))
  unlist(lapply(seq_along(sides), function(k) {
    wanting <- setdiff(names(part$columns), c(sides[[k]], part$mark))
    if (length(wanting) == 0) return(NULL)
    sprintf("prepare: %s no %s, which %s missing in %s", if (k == 1) "the entries have" else paste(labels[k], "has"),
      listing(tick(wanting)), if (length(wanting) == 1) "is" else "are", entry_count(sizes[k]))
  }))
}

# As many entries as all had, and of each column of numbers the same total.
check_stacked <- function(done) {
  part <- done$part
  numbers <- names(Filter(function(kind) kind %in% c("integer", "double"), part$columns))
  wrong <- Filter(function(name) !same_in_parts(done, name), numbers)
  sizes <- c(done$entries$n, vapply(done$others, function(other) as.double(other$n), 1))
  parts <- paste(sprintf("%s of %s", big_mark(sizes[-1]), part$tables), collapse = " + ")
  totals <- if (length(wrong)) {
    sprintf("; but the total of %s is another", both(tick(wrong)))
  } else if (length(numbers)) {
    sprintf("; the totals of %s are those of the parts", listing(tick(numbers)))
  }
  a_check("stacked", length(wrong) == 0, sprintf(
    "Stacked: %s of the ledger + %s = %s%s.", big_mark(sizes[1]), parts, entry_count(sum(sizes)),
    paste(totals, collapse = "")
  ))
}

same_in_parts <- function(done, name) {
  others <- Filter(function(other) name %in% other$column_names, done$others)
  parts <- c(if (name %in% done$part$ours) list(done$fetch(name)), lapply(others, entry_column, name))
  all <- as_plain_number(plain_vector(done$columns(name)))
  each <- unlist(lapply(parts, function(x) as_plain_number(plain_vector(x))))
  lacking <- length(all) - length(each)
  identical(sum(is.na(all)), sum(is.na(each)) + lacking) && same_values(whole_total(all), whole_total(each))
}

whole_total <- function(x) {
  if (length(x) == 0) return(NA_real_)
  as_plain_number(column_folded(core_group(list(), length(x)), x, list(total = "sum"))$answers[[1]])
}
