# lines: what makes a line. Entries with the same keys are gathered into one line.

room("lines", "section",
  place = 4, read = read_items, windows = TRUE,
  option = list(takes = "KEYS", does = "what makes a line", example = "reach, lock"),
  clause = clause("one line for each ...", "One line for each", function(seen) ways_to_make_lines(seen), named = "may",
    together = TRUE),
  check = function(items, ctx) {
    ctx$figure_hint <- "A key is worked out for each entry; a figure of the lines is a page of its own."
    if (length(items) == 1 && rlang::is_call(items[[1]]$expr, "whole", n = 0)) return(list())
    crossed <- length(items) == 1 && rlang::is_call(items[[1]]$expr, "crossed")
    if (crossed) items <- capture_parts(items[[1]])
    items <- lapply(items, named_after_its_date)
    keys <- lapply(named_keys(items, ctx), function(item) {
      unbroken <- rlang::is_call(item$expr, "unbroken")
      node <- if (unbroken) check_unbroken(item, ctx) else check_item(item, ctx)
      check_varies(node, "a key", ctx)
      plain <- node$type == "column" && node$name == item$name
      list(name = item$name, node = node, text = if (plain) item$name else item_text(item), unbroken = node$unbroken)
    })
    check_one_unbroken(keys, crossed, ctx)
    structure(keys, crossed = crossed)
  },
  leaves = function(checked, ctx) {
    ctx$entries <- ctx$columns
    ctx$columns <- key_kinds(checked)
    ctx$keys <- names(ctx$columns)
    ctx$grain <- "lines"
    ctx
  },
  work = function(drawn, checked) lines_gathered(gather_lines(drawn, keys_of_entries(drawn, checked)), checked),
  keys_of = function(drawn, checked) keys_of_entries(drawn, checked),
  gathered = function(drawn, checked) lines_gathered(drawn, checked),
  words = function(checked) {
    if (length(checked) == 0) return("One line for the whole table")
    each <- if (isTRUE(attr(checked, "crossed"))) "One line for every combination of" else "One line for each"
    paste(each, both(vapply(checked, `[[`, "", "text")))
  },
  grants = function(checked, abreast) structure(checked, abreast = abreast),
  in_sql = function(q, checked, brief) keys_in_sql(q, checked), aside = NULL,
  owes = function(drawn, checked) list(check_counts(drawn), check_own_keys(drawn, checked))
)

# A key that is no column gets one, under its own name where that is free.
keys_in_sql <- function(q, checked) {
  to <- to_of(q, "lines")
  if (isTRUE(attr(checked, "crossed")) || any(!vapply(lapply(checked, `[[`, "unbroken"), is.null, TRUE))) {
    not_in_sql("lines without entries are made here", to)
  }
  if (!is.null(attr(checked, "abreast")$beyond)) not_in_sql("values under the heading of others are gathered here", to)
  keys <- vapply(checked, `[[`, "", "name")
  plain <- vapply(checked, function(key) key$node$type == "column" && key$node$name == key$name, TRUE)
  names <- ifelse(plain | !keys %in% names(q$columns), keys, vapply(paste0("key_", keys), free_name, "",
    names(q$columns)))
  parts <- Map(function(key, name) list(name = name, node = key$node, text = key$text), checked, names)
  q <- with_columns(q, "lines", parts[!plain], "keyed")
  q$group_by <- stats::setNames(q$columns[names], keys)
  q$key_of <- stats::setNames(as.list(names), keys)
  q
}

# The page with its lines in hand: formats, and lines that have no entries.
lines_gathered <- function(drawn, checked) {
  drawn <- with_formats_of_keys(drawn, checked)
  check_number_of_columns(drawn$lines, attr(checked, "abreast"))
  if (isTRUE(attr(checked, "crossed"))) return(cross_lines(drawn))
  for (key in checked) if (!is.null(key$unbroken)) return(fill_lines(drawn, key))
  drawn
}

# The keys of each entry; values that a fixed set of columns does not name are one value already.
keys_of_entries <- function(drawn, checked) {
  entries <- entries_table(drawn)
  keys <- lapply(checked, function(key) in_language(evaluate_column(key$node, entries), drawn$page$locale))
  names(keys) <- vapply(checked, `[[`, "", "name")
  gather_beyond(keys, attr(checked, "abreast"))
}

# A key that is a column looks as that column does.
with_formats_of_keys <- function(drawn, checked) {
  drawn$page$formats_of_entries <- drawn$page$formats
  drawn$page$formats <- list()
  note_formats(drawn, checked, drawn$page$formats_of_entries)
}

key_kinds <- function(checked) {
  kinds <- lapply(checked, function(key) unname(key$node$kind))
  stats::setNames(kinds, vapply(checked, `[[`, "", "name"))
}

gather_lines <- function(drawn, keys) {
  groups <- core_group(unname(keys), drawn$entries$n)
  facts <- core_group_facts(groups)
  first <- if (length(keys) == 0) rep(1L, min(1, drawn$entries$n)) else facts$first
  lines <- new_lines(if (length(keys) == 0) 1L else facts$size)
  lines$grain <- "lines"
  lines$keys <- as.character(names(keys))
  lines$key_vectors <- keys
  lines$columns <- lapply(keys, pick_rows, rows = first)
  lines$groups <- groups
  drawn$lines <- lines
  drawn$page$method <- facts$method
  drawn
}

# Adds the combinations of keys that do not occur. Missing keys are not crossed; lines that have one
# stay as they are.
cross_lines <- function(drawn) {
  present <- lapply(drawn$lines$columns[drawn$lines$keys], function(key) {
    values <- different_values(key)
    pick_rows(values, which(!is_missing_value(values)))
  })
  sizes <- vapply(present, length_of, 1)
  if (prod(sizes) > limit("most_combinations")) {
    stop_idle(
      "bad_argument",
      sprintf("In the section `lines`: crossed() would make %s lines.", big_mark(prod(sizes))),
      sprintf("Cross fewer keys; %s is the most.", big_mark(limit("most_combinations")))
    )
  }
  repeats <- rev(cumprod(c(1, rev(sizes)[-length(sizes)])))
  every <- Map(function(values, size, each) {
    pick_rows(values, rep(rep(seq_len(size), each = each), length.out = prod(sizes)))
  }, present, sizes, repeats)
  drawn <- add_empty_lines(drawn, every, prod(sizes))
  empty <- sum(is.na(drawn$lines$line_group))
  if (empty == 0) return(drawn)
  add_note(
    drawn,
    sprintf(
      "%s no entries: %s not occur.",
      have(empty, "line"),
      if (empty == 1) "its combination does" else "their combinations do"
    ), "empty_lines"
  )
}

# Lines with these keys stand among the others, without an entry where there is none.
add_empty_lines <- function(drawn, keys, n) {
  all <- Map(function(line, more) stacked(list(line, more)), drawn$lines$columns, keys)
  n_groups <- drawn$lines$n
  both <- core_group(unname(lapply(all, in_language, locale = drawn$page$locale)), n_groups + n)
  line <- core_group_numbers(both)
  first <- core_group_facts(both)$first
  drawn$lines$columns <- lapply(all, pick_rows, rows = first)
  drawn$lines$n <- length(first)
  drawn$lines$line_group <- match(seq_along(first), line[seq_len(n_groups)])
  drawn
}

# A calendar without a break: unbroken(passed_on, "day") ---------------------------------------------------------------

named_after_its_date <- function(item) {
  date <- if (rlang::is_call(item$expr, "unbroken") && length(item$expr) > 1) item$expr[[2]]
  if (!nzchar(item$name) && is.symbol(date)) item$name <- as.character(date)
  item
}

# The key is the start of the day, week, ... that a date lies in.
check_unbroken <- function(item, ctx) {
  parts <- match_args(item$expr, alist(x = , step = "day", from = NULL, to = NULL), "unbroken", ctx)
  step <- step_of_calendar(parts$step, "step", item$values, ctx)
  node <- row_call("start_of", list(x = check_node(parts$x, item$values, ctx), unit = value_node(step)), ctx)
  node$unbroken <- list(
    step = step, from = day_asked(parts$from, "from", item$values, ctx),
      to = day_asked(parts$to, "to", item$values, ctx)
  )
  node
}

check_one_unbroken <- function(keys, crossed, ctx) {
  n <- sum(!vapply(lapply(keys, `[[`, "unbroken"), is.null, TRUE))
  if (n > 1 || n == 1 && crossed) stop_in(
    ctx, "bad_argument", if (crossed) "unbroken() stands in lines = c(...), and not in crossed()." else
      "unbroken() stands for one key of the lines."
  )
}

# Lines for the days without an entry, in each group of the other keys from its first to its last.
fill_lines <- function(drawn, key) {
  columns <- drawn$lines$columns
  others <- columns[setdiff(names(columns), key$name)]
  groups <- core_group(unname(others), drawn$lines$n)
  facts <- core_group_facts(groups)
  asked <- key$unbroken
  made <- steps_without_rows(
    step_numbers(columns[[key$name]], asked$step), core_group_numbers(groups), facts$size,
    step_of_bound(asked$from, asked$step), step_of_bound(asked$to, asked$step), "In the section `lines`: unbroken()"
  )
  if (length(made$step) == 0) return(drawn)
  keys <- lapply(stats::setNames(nm = names(columns)), function(name) {
    if (name == key$name) as_date_class(days_of_steps(made$step, asked$step)) else
      pick_rows(columns[[name]], facts$first[made$group])
  })
  drawn <- add_empty_lines(drawn, keys, length(made$step))
  add_note(drawn, sprintf(
    "%s no entries: one for each %s of `%s` without any%s.", have(length(made$step), "line"), asked$step, key$name,
    if (length(others)) sprintf(" in each %s", both(names(others))) else ""
  ), "empty_lines")
}

# By choosing: a column, a part of a date, bands of a number, every combination, or the whole.
ways_to_make_lines <- function(seen) {
  periods <- in_groups(phrases_of_rooms("row"), c("dates", "bands"))
  c(
    list(phrase("{x}", quote(.x), x = blank("column", of = "named"), spread = "x", group = "columns")),
    periods[order(lengths(lapply(periods, `[[`, "spread")) < 2)],
    list(
      phrase("{x}", quote(.x), x = blank("column", of = "measured"), spread = "x", group = "single values"),
      phrase("{unit} of {x}, without a gap", quote(unbroken(.x, .unit)), named = "{unit}", group = "dates",
        x = blank("column", of = "moment"),
        unit = blank("word", asks = "Period",
          words = stats::setNames(nm = c("month", "day", "week", "quarter", "year"))))
    ),
    list(
      phrase("combination of {keys}, also those that do not occur", quote(crossed(.keys)),
        keys = blank("columns", of = "words", few = TRUE, spliced = TRUE, take = 2), group = "all together",
        alone = TRUE),
      phrase("the whole table, in one line", quote(whole()), group = "all together", alone = TRUE)
    )
  )
}
