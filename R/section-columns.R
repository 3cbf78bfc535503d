# columns: computed for each entry and added to the table.

room("columns", "section",
  place = 2, read = read_items, windows = TRUE,
  option = list(takes = "NAME=EXPR,...", does = "columns worked out for each entry",
    example = "month = start_of(passed_on, \"month\")"),
  clause = clause("another column ...", "For each entry, work out",
    function(seen) in_groups(phrases_of_rooms("row"), "conditions", FALSE), named = "needed"),
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
    drawn$entries$windowed <- any(vapply(checked, function(column) holds_window(column$node), TRUE))
    note_formats(drawn, checked)
  },
  words = function(checked) paste("For each entry, work out", vapply(checked, window_line, "")),
  in_sql = function(q, checked, brief) with_columns(q, "columns", checked, "worked"), aside = NULL,
  owes = function(drawn, checked) check_worked_columns(drawn, checked)
)
