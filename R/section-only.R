# only: which entries count. Several conditions must all be met.

check_conditions <- function(items, ctx) {
  lapply(items, function(item) {
    if (nzchar(item$name)) {
      stop_in(
        ctx, "bad_argument", sprintf("a condition has no name, and this one is called `%s`.", item$name),
        sprintf("To compare, write two equals signs: %s == %s.", item$name, expr_text(item$expr))
      )
    }
    node <- check_item(item, ctx)
    check_kinds(list(condition = node), list(condition = "logical"), ctx$section, ctx)
    list(node = node, text = expr_text(item$expr))
  })
}

all_met <- function(checked, table) {
  met <- NULL
  for (condition in checked) {
    this <- as.logical(evaluate_column(condition$node, table))
    met <- if (is.null(met)) this else met & this
  }
  met
}

room("only", "section",
  place = 3, read = read_items, windows = TRUE,
  option = list(takes = "CONDITIONS", does = "which entries count", example = "toll > 0, paid == \"cash\""),
  check = function(items, ctx) {
    ctx$figure_hint <- "To keep lines by a figure, use the section `show`."
    check_conditions(items, ctx)
  },
  leaves = function(checked, ctx) ctx,
  work = function(state, checked) {
    met <- all_met(checked, entries_of_state(state))
    if (isTRUE(state$windowed) && !all(met %in% TRUE)) add_note(state, sprintf(
      "columns: figures over other rows were worked before `only`, which then left out %s that they had seen.",
      entry_count(sum(!met %in% TRUE))
    ))
    keep_entries(state, met, "only", checked)
    state
  },
  words = function(checked) {
    paste("Keep only entries where", both(vapply(checked, `[[`, "", "text")))
  },
  owes = function(state, checked) list()
)
