# beside: figures written beside each line, with all lines in view.

room("beside", "section",
  place = 7, read = read_items, windows = TRUE,
  option = list(takes = "NAME=EXPR,...", does = "figures beside each line, with all lines in view",
    example = "place = rank(falling(receipts))"),
  clause = clause("beside each line ...", "Beside each line:", function(seen) ways_to_stand_beside(), named = "needed"),
  check = function(items, ctx) {
    check_named(items, ctx, "the column")
    for (item in items) {
      if (item$name %in% names(ctx$columns)) {
        stop_in(
          ctx, "name_twice", sprintf("`%s` is a column already.", item$name),
          "Figures beside the lines are added to the page; give this one another name."
        )
      }
    }
    check_in_turn(items, ctx)
  },
  leaves = leaves_by_name,
  work = function(drawn, checked) {
    for (column in checked) {
      table <- lines_table(drawn, column$name)
      drawn <- add_line_column(drawn, column$name, evaluate_column(column$node, table))
    }
    drawn$lines$beside <- checked
    note_formats(drawn, checked)
  },
  words = function(checked) {
    c("Beside each line:", paste0("  ", vapply(checked, window_line, "")))
  },
  in_sql = function(q, checked, brief) with_columns(gathered_query(q), "beside", checked, "beside"), aside = NULL,
  owes = function(drawn, checked) check_windows(drawn, checked, lines_table(drawn))
)

window_line <- function(part) {
  base <- base_of_node(part$node)
  paste0(part$text, if (!is.null(base)) sprintf(" (the base is %s)", base))
}

# Defaults of windows: their group and their order. They are checked where they are used.
room_of_defaults <- function(name, words, option, clause) {
  force(clause)
  force(option)
  force(words)
  room(name, "section",
    place = 1.5 + 0.1 * (name == "along"), read = read_items, option = option, clause = clause,
    check = function(items, ctx) {
      for (item in items) {
        if (nzchar(item$name)) stop_in(ctx, "bad_argument", sprintf("`%s` takes columns without names.", name))
      }
      items
    },
    leaves = function(checked, ctx) {
      ctx[[paste0("default_", name)]] <- checked
      ctx
    },
    work = function(drawn, checked) drawn,
    words = function(checked) sprintf(words, both(vapply(checked, item_text, ""))),
    in_sql = NULL, aside = NULL, owes = function(drawn, checked) list()
  )
}

room_of_defaults("per", "Windows go by group: %s", list(
  takes = "KEYS", does = "the group of windows that do not say their own", example = "lock"
), clause("ranks always within ...", "Figures beside lines keep to each",
  function(seen) list(phrase("{x}", quote(.x), x = blank("key_to_be", of = "named"), spread = "x")), setting = TRUE))
room_of_defaults("along", "Windows go along: %s", list(
  takes = "KEYS", does = "the order of windows that do not say their own", example = "passed_on"
), clause("running always along ...", "Running figures go along",
  function(seen) list(phrase("{x}", quote(.x), x = blank("key_to_be", of = "ordered"), spread = "x")), setting = TRUE))

# By choosing: shares, places, running figures and neighbours, the figures of a whole group, and arithmetic.
ways_to_stand_beside <- function() {
  c(
    phrases_of_rooms("window"),
    list(phrase("the {how} of {x} of all lines in {per}", quote(.how(.x, per = .per)), named = "{how}_in_group",
      how = framed_word(), x = blank("column", of = "measure"), per = blank("group"))),
    lapply(in_groups(phrases_of_rooms("row"), "numbers"), utils::modifyList, list(group = "of two columns"))
  )
}
