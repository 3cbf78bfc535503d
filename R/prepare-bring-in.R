# bring_in: columns of another table beside the entries, from the line of it that has the same keys, or
# that is in force on the entry's day.

room("bring_in", "preparation",
  args = alist(
    from = , match = NULL, columns = NULL, expect = "one", without_partner = "keep", as_of = NULL, upto = NULL
  ), tables = "from",
  check = function(parts, values, ctx) {
    table <- table_named(parts$from, ctx)
    as_of <- check_as_of(parts, values, table, ctx)
    part <- list(
      table = table$name, source = name_of(table$source), kinds_there = as.list(kinds_of(table$source)),
      keys = if (is.null(parts$match) && !is.null(as_of)) list() else
        check_match(parts$match, values, table, "bring_in", ctx),
      expect = one_of_words(parts$expect, c("one", "many"), "expect", values, ctx),
      without = one_of_words(parts$without_partner, names(without_words), "without_partner", values, ctx),
      as_of = as_of$days, upto = as_of$upto
    )
    part$brought <- brought_names(parts$columns, part, table, ctx)
    if (part$without == "both") part$made <- made_mark(ctx, names(part$brought))
    part
  },
  leaves = function(part, ctx) {
    columns <- c(ctx$columns, lapply(part$brought, function(name) part$kinds_there[[name]]))
    if (!is.null(part$made)) columns[[part$made]] <- "logical"
    if (part$without == "both") for (key in part$keys) if (key$here$type == "column") {
      columns[[key$here$name]] <- kind_under(key$here$kind, key$there$kind)
    }
    columns
  },
  by_entry = function(part) part$without != "both", work = function(drawn, part) work_bring_in(drawn, part),
  phrases = list(phrase("bring in {columns} from {table} by {match}",
    quote(bring_in(.table, match = .match, columns = .columns)), spread = "table", table = blank("table"),
    match = blank("match", in_table = "table"),
    columns = blank("columns", in_table = "table", new_here = TRUE, many = TRUE, take = 5))),
  call = "bring_in(from, match = c(key, here == there), columns =, expect =, without_partner =, as_of =, upto =)",
  plain = "columns of another table, from the line that has the same keys",
  words = function(part) {
    what <- if (length(part$brought)) both(names(part$brought)) else "nothing"
    by <- if (length(part$keys)) sprintf(" by %s", keys_said(part$keys)) else ""
    sprintf("bring in %s from %s%s%s; %s", what, part$table, by, if (is.null(part$as_of)) "" else sprintf(
      ", as in force on %s", node_label(part$as_of$here)
    ), without_words[[part$without]])
  },
  in_sql = function(q, part, brief) join_in_sql(q, part, brief), aside = function(done) partners_aside(done),
  owes = function(drawn, done) check_partners(drawn, done)
)

without_words <- c(
  keep = "entries without a partner are kept", leave_out = "entries without a partner are left out",
  stop = "each entry must have a partner",
    both = "entries without a partner are kept, and so are lines without an entry"
)

# The column that tells entries which a preparation made from those of the ledger.
made_mark <- function(ctx, taken = character()) {
  if (is.null(ctx$made)) free_name("made", c(names(ctx$columns), taken)) else ctx$made
}

kind_under <- function(here, there) if (here == "factor" && there == "factor") "text" else common_kind(c(here, there))

# as_of = c(passed_on = valid_from), or passed_on >= valid_from; upto = the day on which it ends.
check_as_of <- function(parts, values, table, ctx) {
  if (is.null(parts$as_of)) {
    if (!is.null(parts$upto)) stop_in(ctx, "bad_argument", "`upto` ends what `as_of` begins, and there is no `as_of`.")
    return(NULL)
  }
  there <- context_of_table(table, "bring_in", ctx)
  expr <- parts$as_of
  if (rlang::is_call(expr, "c", n = 1)) {
    label <- rlang::names2(as.list(expr))[2]
    expr <- if (nzchar(label)) call(">=", as.name(label), expr[[2]]) else expr[[2]]
  }
  if (is.symbol(expr)) expr <- call(">=", expr, expr)
  if (!rlang::is_call(expr, ">=", n = 2)) stop_in(
    ctx, "bad_argument", sprintf("`as_of` takes a day here and a day there, and got %s.", expr_text(parts$as_of)),
    "Such as as_of = c(passed_on = valid_from)."
  )
  days <- check_key_kinds(match_sides(expr[[2]], expr[[3]], values, there, ctx), table, ctx)
  check_has_width(list(days$here, days$there), "as_of", ctx)
  upto <- if (!is.null(parts$upto)) side_of_match(
    parts$upto, values, there, sprintf("the table has no column `%s`.", expr_text(parts$upto))
  )
  if (!is.null(upto)) check_key_kinds(list(here = days$here, there = upto), table, ctx)
  list(days = days, upto = upto)
}

check_has_width <- function(nodes, what, ctx) {
  for (node in nodes) if (kind_family(node$kind) == "texts") stop_in(
    ctx, "wrong_kind", sprintf("`%s` takes dates, times or numbers, and %s is text.", what, node_text(node))
  )
}

# The new columns by name, with their names in the other table.
brought_names <- function(expr, part, table, ctx) {
  there <- names(part$kinds_there)
  if (is.null(expr)) {
    names <- setdiff(there, columns_of_keys(part$keys, "there"))
    brought <- stats::setNames(as.list(names), names)
  } else {
    brought <- chosen_columns(expr, there, table, ctx)
  }
  twice <- intersect(names(brought), names(ctx$columns))
  if (length(twice)) stop_in(
    ctx, "name_twice", sprintf("%s in the entries and in %s.", stands_in_both(twice), table$name),
    sprintf("Choose columns, and rename those that both have: columns = %s.", renamed_example(brought, twice))
  )
  brought
}

stands_in_both <- function(names) {
  sprintf("the column%s %s %s", if (length(names) > 1) "s" else "", listing(tick(names)), if (length(names) > 1)
    "stand both" else "stands both")
}

renamed_example <- function(brought, twice) {
  shown <- utils::head(names(brought), 4)
  named_as <- ifelse(shown %in% twice, sprintf("%s = %s", vapply(paste0(shown, "_there"), name_text, ""),
    vapply(shown, name_text, "")), vapply(shown, name_text, ""))
  sprintf("c(%s)", toString(named_as))
}

chosen_columns <- function(expr, there, table, ctx) {
  parts <- if (rlang::is_call(expr, "c")) parts_of_list(expr) else list(expr)
  chosen <- Map(function(part, label) {
    name <- if (is.symbol(part) || rlang::is_string(part)) as.character(part) else expr_text(part)
    if (!name %in% there) stop_in(
      ctx, "unknown_column", sprintf("%s has no column `%s`.", table$name, name), meant(name, there), column = name
    )
    stats::setNames(list(name), if (nzchar(label)) label else name)
  }, parts, rlang::names2(parts))
  brought <- do.call(c, unname(chosen))
  again <- names(brought)[duplicated(names(brought))]
  if (length(again)) stop_in(ctx, "name_twice", sprintf("the new column `%s` is named twice.", again[1]))
  brought
}

# Work ----------------------------------------------------------------------------------------------------------------

work_bring_in <- function(drawn, part) {
  entries <- drawn$entries
  met <- met_partners(part, entries_table(drawn))
  several <- met$most > 1
  if (several && part$expect == "one") stop_many_partners(drawn, part, met)
  if (part$without == "stop" && length(met$alone)) stop_without_partner(drawn, part, met)
  pairs <- if (several) all_pairs(part, met)
  partner <- if (several) pairs$partner else met$partner
  lonely <- if (part$without == "both") lonely_partners(met) else integer()
  done <- list(
    part = part, met = met, fetch = columns_in_turn(entries), entries = entries, several = several, partner = partner,
    at = pairs$entry, lonely = lonely
  )
  names <- c(entries$column_names, names(part$brought), setdiff(part$made, entries$column_names))
  at <- if (several || length(lonely)) {
    c(if (several) pairs$entry else seq_len(entries$n), rep(NA_integer_, length(lonely)))
  }
  drawn$entries <- carry_entries(entries, at, names, columns_with_partners(done))
  drawn$entries$prepared_by <- c(entries$prepared_by, list(done))
  if (part$without == "leave_out") drawn$entries <- without_the_alone(drawn$entries, partner, part)
  said <- notes_of_partners(drawn, done)
  add_note(drawn, said$notes, "matches", said$weights)
}

all_pairs <- function(part, met) {
  pairs <- met$pairs + length(met$alone)
  check_how_many(pairs, sprintf("bring_in(%s)", part$table),
    "Match by one key more, or bring one side to one line each key.")
  core_partner_pairs(met$held, pairs)
}

without_the_alone <- function(entries, partner, part) {
  gone <- is.na(partner)
  entries <- add_account(entries, "prepare", sprintf("no partner in %s", part$table), sum(gone))
  if (any(gone)) take_entries(entries, which(!gone)) else entries
}

# Entries that found no partner, and lines of the other table that found no entry.
partners_aside <- function(done) {
  part <- done$part
  alone <- done$met$alone
  missing <- lacks_a_key(lapply(done$met$keys$here, pick_rows, rows = alone), length(alone))
  reason <- paste(ifelse(missing, "a key is missing:", sprintf("no partner in %s:", part$table)), if (
    part$without == "leave_out") "left out" else "kept")
  names <- done$entries$source_names
  ours <- entries_aside(names, done$fetch, rows_in_source(done$entries, alone), alone, reason)
  lonely <- lonely_partners(done$met)
  theirs <- part$kinds_there
  label <- names(theirs)
  label[match(unlist(part$brought), label)] <- names(part$brought)
  for (key in part$keys) if (key$here$type == "column" && key$there$type == "column") {
    label[names(theirs) == key$there$name] <- key$here$name
  }
  table <- entries_aside(names(theirs), function(name) entry_column(done$met$other, name),
    rep(NA_integer_, length(lonely)),
    lonely, sprintf("row %s of %s met no entry: %s", big_mark(lonely), part$table,
      if (part$without == "both") "brought in" else "not used"))
  names(table)[match(names(theirs), names(table))] <- label
  aside_together(list(ours, table[!duplicated(names(table))]))
}
