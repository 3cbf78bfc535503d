# chart: the picture of a page, of a kind and a figure that are named, where the page itself does not say enough.

room("chart", "section",
  place = 14, read = read_items,
  option = list(takes = "KIND(...)", does = "the kind of picture, and what it shows", example = "bars(receipts)"),
  clause = clause("a picture ...", "Draw", function(seen) {
    lapply(listed_rooms("chart"), function(name) phrase(plain_words(room_of("chart", name)), call(name)))
  }, one = TRUE),
  check = function(items, ctx) {
    if (length(items) != 1) stop_in(ctx, "bad_argument", "a page has one picture.")
    check_chart(items[[1]], ctx)
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) drawn,
  words = function(checked) sprintf("Draw %s", checked$text),
  in_sql = NULL, aside = NULL,
  owes = function(drawn, checked) list()
)

# list(kind, text, options): columns by name, other values as they are.
check_chart <- function(item, ctx) {
  expr <- item$expr
  kind <- if (is.symbol(expr)) as.character(expr) else if (is.call(expr)) call_name(expr) else expr_text(expr)
  if (!has_room("chart", kind)) stop_in(
    ctx, "unknown_function", sprintf("there is no kind of chart `%s`.", kind),
    if (grepl("[.](png|svg|pdf|jpe?g)$", kind)) sprintf(
      "A picture is put into a file by ggplot2::ggsave(%s, chart(page)).", value_text(kind)
    ) else c(meant(kind, rooms_of("chart"), "kinds"), "Write one as in chart = bars(receipts); see help(\"charts\").")
  )
  room <- room_of("chart", kind)
  parts <- if (is.call(expr)) match_args(expr, room$args, kind, ctx) else without_null(room$args)
  ctx <- columns_to_lay_out(ctx)
  options <- lapply(stats::setNames(nm = names(parts)), function(arg) {
    if (!arg %in% chart_columns) return(chart_option(parts[[arg]], item$values, arg, ctx))
    name <- layout_column(parts[[arg]], item, ctx)
    known <- ctx$columns[[name]]
    if (!is.null(known) && !is.null(room$takes[[arg]])) check_kinds(
      list(x = list(type = "column", name = name, kind = known)), list(x = room$takes[[arg]]), kind, ctx
    )
    name
  })
  list(kind = kind, options = options, text = if (is.call(expr)) expr_text(expr) else sprintf("%s()", kind))
}

# Arguments of a kind of chart that name a column; any other is a value.
chart_columns <- c("x", "with", "per")

chart_option <- function(expr, values, arg, ctx) {
  value <- one_value(expr, values, arg, ctx)
  fits <- if (arg == "most") is.numeric(value) && !is.na(value) && value >= 2 else is.logical(value) && !is.na(value)
  if (!fits) stop_in(
    ctx, "bad_argument", sprintf("`%s` takes %s, and got %s.", arg,
      if (arg == "most") "a number from 2" else "yes or no (TRUE or FALSE)", value_text(value))
  )
  value
}
