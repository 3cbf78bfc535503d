# layout: which columns are shown, in what order, under what headings, in what format.

room("layout", "section",
  place = 11, read = read_items,
  option = list(takes = "HEADING=COLUMN,...", does = "columns shown, their headings and formats",
    example = "Lock = lock, Receipts = money(receipts)"),
  clause = clause("headings and formats ...", "Lay out", function(seen) ways_to_lay_out(), named = "may",
    name_is = "Heading", completed = quote(rest()), together = TRUE),
  check = function(items, ctx) {
    ctx <- columns_to_lay_out(ctx)
    parts <- lapply(items, check_layout, ctx = ctx)
    hidden <- unlist(lapply(parts, function(part) part$hide))
    parts <- Filter(function(part) is.null(part$hide), parts)
    if (length(parts) == 0) parts <- list(list(rest = TRUE))
    parts <- spread_rest(parts, setdiff(names(ctx$columns), c(hidden, ctx$not_by_default)))
    names <- vapply(parts, function(part) part$name, "")
    twice <- names[duplicated(names)]
    if (length(twice) > 0) stop_in(ctx, "name_twice", sprintf("the column `%s` is laid out twice.", twice[1]))
    parts
  },
  leaves = function(checked, ctx) ctx,
  work = function(drawn, checked) {
    drawn$page$layout <- checked
    drawn
  },
  words = function(checked) {
    paste("Lay out", both(vapply(checked, function(part) {
      format <- if (is.null(part$format)) "" else paste(" as", room_of("format", part$format$fn)$words(part$format))
      head <- if (part$heading == part$name) "" else sprintf(" under the heading \"%s\"", part$heading)
      paste0(part$name, format, head)
    }, "")))
  },
  in_sql = NULL, aside = NULL,
  owes = function(drawn, checked) list()
)

check_layout <- function(item, ctx) {
  expr <- item$expr
  if (rlang::is_call(expr, "rest", n = 0)) return(list(rest = TRUE))
  if (rlang::is_call(expr, "hide")) {
    return(list(hide = vapply(as.list(expr)[-1], layout_column, "", item = item, ctx = ctx)))
  }
  format <- NULL
  if (is.call(expr)) {
    fn <- call_name(expr)
    if (!has_room("format", fn)) {
      stop_in(
        ctx, "unknown_function", sprintf("there is no format `%s`.", fn),
        c(
          meant(fn, c(rooms_of("format"), "hide", "rest"), "formats"),
          "A new column belongs into `columns`, `figures` or `beside`."
        )
      )
    }
    format <- check_format(expr, fn, item, ctx)
    expr <- format$x
  }
  name <- layout_column(expr, item, ctx)
  if (!is.null(format) && name %in% names(ctx$columns)) check_kinds(
    list(x = list(type = "column", name = name, kind = ctx$columns[[name]])),
    list(x = room_of("format", format$fn)$takes),
    format$fn,
    ctx
  )
  list(name = name, heading = if (nzchar(item$name)) item$name else name, format = format[c("fn", "options")])
}

# Marks of subtotals are laid out when named. With a key abreast there are the other keys and what
# stands in the cells; columns that only the data name are checked when drawn up.
columns_to_lay_out <- function(ctx) {
  if (is.null(ctx$abreast)) {
    if (!is.null(ctx$level_sets)) ctx$not_by_default <- level_columns
    return(ctx)
  }
  ctx$columns <- ctx$columns[c(setdiff(ctx$keys, ctx$abreast$key), ctx$abreast$figures)]
  ctx
}

layout_column <- function(expr, item, ctx) {
  if (!is.symbol(expr)) {
    stop_in(
      ctx, "bad_argument", sprintf("`%s` is no column to lay out.", expr_text(expr)),
      "A new column belongs into `columns`, `figures` or `beside`."
    )
  }
  name <- as.character(expr)
  if (!is.null(ctx$abreast) && !name %in% names(ctx$entries) && name != ctx$abreast$key) return(name)
  check_symbol(name, list(), ctx)$name
}

check_format <- function(expr, fn, item, ctx) {
  room <- room_of("format", fn)
  parts <- match_args(expr, room$args, fn, ctx)
  options <- lapply(stats::setNames(nm = setdiff(names(parts), "x")), function(arg) {
    ask <- room$asks[[arg]]
    (if (is.null(ask)) one_value else ask)(parts[[arg]], item$values, arg, ctx)
  })
  list(fn = fn, x = parts$x, options = options)
}

spread_rest <- function(parts, columns) {
  named <- unlist(lapply(parts, function(part) part$name))
  plain <- lapply(setdiff(columns, named), function(name) list(name = name, heading = name, format = NULL))
  spread <- lapply(parts, function(part) if (isTRUE(part$rest)) plain else list(part))
  do.call(c, spread)
}

# By choosing: a column as it is, in a format, left out, and all others.
ways_to_lay_out <- function() {
  c(
    phrases_of_rooms("format"),
    list(
      phrase("{x}", quote(.x), x = blank("column"), spread = "x", group = "columns as they are"),
      phrase("all but {x}", quote(hide(.x)), x = blank("column"), spread = "x", group = "left out", complete = TRUE),
      phrase("all other columns", quote(rest()), complete = TRUE)
    )
  )
}
