# What a column is, and keeps through sections, pages, statements and their files: the names that it had before, a
# figure
# that does not add up, or an amount that a join wrote beside several entries.

# A fact: list(names, not_additive = list(what, fn, moving), repeated = list(table, most, weight)); each part may lack.
merge_facts <- function(facts) {
  facts <- without_null(facts)
  if (length(facts) == 0) return(NULL)
  first <- function(part) Find(Negate(is.null), lapply(facts, `[[`, part))
  without_null(list(names = unique(unlist(lapply(facts, `[[`, "names"))), not_additive = first("not_additive"),
    repeated = first("repeated")))
}

# Row functions that leave a value of one column what it is.
nature_kept <- c("rounded", "or_else", "as_number", "abs", "+", "-", "*", "/")

# The column that an expression is the value of, perhaps moved by constants; NULL where it is worked from several.
column_valued <- function(node) {
  if (node$type == "column") return(node$name)
  if (node$type != "call" || !node$fn %in% nature_kept) return(NULL)
  own <- Filter(function(arg) arg$type != "value", node$args)
  if (length(own) == 1) column_valued(own[[1]])
}

# The columns whose values an expression adds up. A price is not: it is multiplied by each entry's own amount.
columns_added <- function(node) {
  found <- character()
  waiting <- list(node)
  last <- 1
  while (last > 0) {
    here <- waiting[[last]]
    last <- last - 1
    if (here$type == "column") found <- c(found, here$name)
    if (here$type != "call") next
    own <- unname(Filter(function(arg) arg$type != "value" && arg$kind != "logical", here$args))
    if (here$fn %in% c("*", "/") && length(own) > 1) next
    waiting[last + seq_along(own)] <- own
    last <- last + length(own)
  }
  unique(found)
}

# What an expression of columns is: that of the one column it comes from, else only what counts its parts again.
facts_of_node <- function(node, facts) {
  name <- column_valued(node)
  if (!is.null(name)) return(merge_facts(list(facts[[name]], list(names = name))))
  again <- without_null(lapply(facts[intersect(columns_added(node), names(facts))], `[[`, "repeated"))
  if (length(again)) list(repeated = again[[1]])
}

# The facts of the columns of the entries in hand, by name.
facts_of_entries <- function(entries, columns = list()) {
  facts <- if (!is.null(entries$below)) facts_of_page(entries$below$drawn) else entries$source$facts
  for (done in entries$prepared_by) facts <- facts_prepared(done, facts)
  for (column in columns) facts[[column$name]] <- facts_of_node(column$node, facts)
  facts
}

# Columns brought in keep what they are there, and stand beside several entries where a line has several partners.
facts_prepared <- function(done, facts) {
  brought <- done$part$brought
  if (length(brought) == 0 || is.null(done$met)) return(facts)
  theirs <- facts_of_entries(done$met$other)
  times <- tabulate(done$partner, done$met$other$n)
  for (name in names(brought)) {
    own <- list(names = brought[[name]])
    column <- entry_column(done$met$other, brought[[name]])
    if (max(times, 0) > 1 && is_number_column(column)) own$repeated <- list(
      table = done$part$table, most = max(times), weight = part_again(column, times)
    )
    facts[[name]] <- merge_facts(list(theirs[[brought[[name]]]], own))
  }
  facts
}

# The facts of a page's columns: what is true of its entries' columns where each is a line, and of its figures.
facts_of_page <- function(drawn) {
  checked <- drawn$brief$checked
  facts <- facts_of_entries(drawn$entries, checked$columns)
  if (drawn$lines$grain == "lines") {
    own <- list()
    for (key in checked$lines) own[[key$name]] <- facts_of_node(key$node, facts)["names"]
    for (figure in drawn$lines$figures) own[[figure$name]] <- facts_of_figure(figure, facts, drawn$lines$not_additive)
    facts <- own
  }
  for (part in drawn$lines$beside) facts[[part$name]] <- facts_of_beside(part$node, facts)
  Filter(length, lapply(facts, without_null))
}

# A total keeps the name of what it adds up, and so does a value that is one of the entries'.
facts_of_figure <- function(figure, facts, not_additive) {
  node <- figure$node
  x <- if (node$type == "figure") node$args$x
  keeps <- !is.null(x) && (is_total(node) || is_own_value(node))
  own <- if (keeps) facts_of_node(x, facts)["names"]
  if (figure$name %in% not_additive) own$not_additive <- list(
    what = if (node$type == "figure") figure_label(node) else "worked from several figures", fn = node$fn
  )
  own
}

facts_of_beside <- function(node, facts) {
  if (!adds_up_to_nothing(node)) return(if (node$type == "window") NULL else facts_of_node(node, facts))
  list(not_additive = list(what = node_label(node), fn = node$fn, moving = room_of("window", node$fn)$moving))
}

# Ranks, shares, running and rolling figures; a neighbour's value, or what is worked from it, is one of
# the line's own.
adds_up_to_nothing <- function(node) {
  node$type == "window" && !isTRUE(room_of("window", node$fn)$own_value)
}

is_total <- function(node) isTRUE(room_of("figure", node$fn)$is_total)

# A figure that is the value of one of the entries: an end, the first, the last.
is_own_value <- function(node) !is.null(room_of("figure", node$fn)$farther) || goes_by_order(node)

goes_by_order <- function(figure) {
  has_room("frame_value", figure$fn) || isTRUE(room_of("figure", figure$fn)$goes_by_order)
}

# The part of a total that is counted again where each of some amounts stands `times` times: k times are 1 - 1 / k.
part_again <- function(amounts, times) {
  sizes <- abs(as_plain_number(amounts))
  sizes[!is.finite(sizes)] <- 0
  all <- sum(sizes * times)
  if (all > 0) sum(sizes * pmax(times - 1, 0)) / all else 0
}

# The columns that an expression adds up, also by way of columns that are worked out.
columns_behind <- function(node, columns) {
  names <- columns_added(node)
  for (column in rev(columns)) if (column$name %in% names) names <- c(names, columns_added(column$node))
  names
}

# As text that goes with a file, and back; what does not look like facts is none.
facts_written <- function(facts) {
  if (length(facts) && requireNamespace("jsonlite", quietly = TRUE)) as.character(jsonlite::toJSON(facts,
    auto_unbox = TRUE, digits = NA))
}

facts_read <- function(text) {
  facts <- tryCatch(jsonlite::fromJSON(text, simplifyVector = TRUE), error = function(e) NULL)
  if (!is.list(facts)) return(NULL)
  one <- function(x, is) if (is(x) && length(x) == 1 && !is.na(x)) x
  Filter(length, lapply(facts, function(fact) {
    if (!is.list(fact)) return(NULL)
    made <- fact$not_additive
    again <- fact$repeated
    without_null(list(
      names = if (is.character(fact$names)) fact$names,
      not_additive = if (is.list(made) && !is.null(one(made$what, is.character))) without_null(list(what = made$what,
        fn = one(made$fn, is.character), moving = one(made$moving, is.logical))),
      repeated = if (is.list(again) && !is.null(one(again$table, is.character)) && !is.null(one(again$most,
        is.numeric)) &&
        !is.null(one(again$weight, is.numeric))) again[c("table", "most", "weight")]
    ))
  }))
}

# Under which name they stand in a file that has room for more than columns.
facts_key <- "idleledger.columns"
