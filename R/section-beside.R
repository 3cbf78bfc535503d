# beside: figures written beside each line, with all lines in view.

room("beside", "section",
  place = 7, read = read_items, windows = TRUE,
  option = list(takes = "NAME=EXPR,...", does = "figures beside each line, with all lines in view",
    example = "place = rank(falling(receipts))"),
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
  work = function(state, checked) {
    settle_lines(state)
    for (column in checked) {
      table <- lines_of_state(state, column$name)
      add_line_column(state, column$name, evaluate_column(column$node, table))
    }
    note_formats(state, checked)
    state$beside <- checked
    state
  },
  words = function(checked) {
    c("Beside each line:", paste0("  ", vapply(checked, window_line, "")))
  },
  owes = function(state, checked) check_windows(state, checked, lines_of_state(state))
)

window_line <- function(part) {
  base <- if (is_share(part$node)) sprintf(" (the base is %s)", base_words(part$node)) else ""
  paste0(part$text, base)
}

add_line_column <- function(state, name, column) {
  if (state$grain == "lines") {
    state$lines[[name]] <- column
  } else {
    add_entry_column(state, name, column)
  }
}

# Defaults of windows: their group and their order. They are checked where they are used.
room_of_defaults <- function(name, words, option) {
  force(option)
  force(words)
  room(name, "section",
    place = 1.5 + 0.1 * (name == "along"), read = read_items, option = option,
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
    work = function(state, checked) state,
    words = function(checked) sprintf(words, both(vapply(checked, item_text, ""))),
    owes = function(state, checked) list()
  )
}

room_of_defaults("per", "Windows go by group: %s", list(
  takes = "KEYS", does = "the group of windows that do not say their own", example = "lock"
))
room_of_defaults("along", "Windows go along: %s", list(
  takes = "KEYS", does = "the order of windows that do not say their own", example = "passed_on"
))
