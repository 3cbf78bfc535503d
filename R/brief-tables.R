# The tables that a brief names beside its source, opened once, each under a name of its own.

# list(sections, tables): items keep the tables that they name, so that a brief can be made of them again.
with_tables_opened <- function(sections) {
  tables <- list()
  given <- list()
  open <- function(table, name) {
    before <- Find(function(one) one$name == name && identical(one$table, table), given)
    if (!is.null(before)) return(before$label)
    label <- free_name(name, names(tables))
    tables[[label]] <<- as_source(table, label)
    given <<- c(given, list(list(name = name, table = table, label = label)))
    label
  }
  sections <- lapply(sections, lapply, function(item) {
    own <- item$tables
    item["tables"] <- list(list())
    for (name in names(own)) {
      label <- open(own[[name]], name)
      if (label != name) item$expr <- table_renamed(item$expr, name, label)
      item$tables[[label]] <- tables[[label]]
    }
    item
  })
  list(sections = sections, tables = tables)
}

# The same sections with each table changed.
with_changed_tables <- function(sections, change) {
  lapply(sections, lapply, function(item) {
    for (name in names(item$tables)) item$tables[[name]] <- change(item$tables[[name]], name)
    item
  })
}

# The items with those of the tables that they name.
with_known_tables <- function(items, tables) {
  lapply(items, function(item) {
    item$tables <- tables[intersect(names_of_tables(item$expr), names(tables))]
    item
  })
}

# The table of a name, in a check.
table_named <- function(expr, ctx) {
  name <- if (is.symbol(expr)) as.character(expr) else ""
  if (!is.null(ctx$tables[[name]])) return(list(name = name, source = ctx$tables[[name]]))
  if (!is.symbol(expr)) stop_in(
    ctx, "bad_argument", sprintf("a table is meant by its name, and %s is none.", expr_text(expr)),
    "On the command line tables are named with --source NAME=FILE, in a brief's file under `tables`."
  )
  stop_in(
    ctx, "unknown_table", sprintf("there is no table `%s`.", name),
    c(if (length(ctx$tables)) meant(name, names(ctx$tables), "tables"), paste(
      "It is a data frame, a ledger or a brief in R; on the command line --source NAME=FILE gives it,",
      "in a brief's file `tables` does."
    ))
  )
}

# A check of what stands on the side of the other table.
context_of_table <- function(table, fn, ctx) {
  list(
    columns = as.list(kinds_of(table$source)), section = sprintf("%s(%s)", fn, table$name), given = ctx$given,
    windows = FALSE, entries = NULL, tables = ctx$tables
  )
}
