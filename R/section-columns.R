# columns: computed for each entry and added to the table.

check_named <- function(items, ctx, what) {
  for (item in items) {
    if (!nzchar(item$name)) {
      stop_in(
        ctx, "no_name", sprintf("%s `%s` needs a name.", what, shortened(expr_text(item$expr))),
        if (is.character(item$expr) && item$expr %in% names(ctx$columns)) {
          sprintf("The column `%s` is written without quotes.", item$expr)
        } else {
          sprintf("Write %s = c(a_name = %s).", ctx$section, shortened(expr_text(item$expr)))
        }
      )
    }
  }
  names <- vapply(items, function(item) item$name, character(1))
  twice <- names[duplicated(names)]
  if (length(twice) > 0) {
    stop_in(ctx, "name_twice", sprintf("the name `%s` is given twice.", twice[1]))
  }
}

# Named expressions, each of which may use the ones before it.
check_in_turn <- function(items, ctx) {
  checked <- list()
  for (item in items) {
    node <- check_item(item, ctx)
    ctx$columns[[item$name]] <- node$kind
    checked <- c(checked, list(list(name = item$name, node = node, text = item_text(item))))
  }
  checked
}

leaves_by_name <- function(checked, ctx) {
  for (part in checked) ctx$columns[[part$name]] <- part$node$kind
  ctx
}

room("columns", "section",
  place = 2, read = read_items, windows = TRUE,
  option = list(takes = "NAME=EXPR,...", does = "columns worked out for each entry",
    example = "month = start_of(passed_on, \"month\")"),
  check = function(items, ctx) {
    check_named(items, ctx, "the column")
    check_in_turn(items, ctx)
  },
  leaves = leaves_by_name,
  work = function(drawn, checked) {
    for (column in checked) {
      values <- evaluate_column(column$node, entries_table(drawn, column$name))
      drawn <- with_entry_column(drawn, column$name, values)
    }
    drawn$entries$windowed <- any(vapply(checked, function(column) length(windows_in(column$node)) > 0, TRUE))
    note_formats(drawn, checked)
  },
  words = function(checked) paste("For each entry, work out", vapply(checked, window_line, "")),
  aside = NULL,
  owes = function(drawn, checked) list()
)
