# What charts see of a statement: its lines as columns with headings, formats and roles, apart from their subtotals.

# list(statement, facts, columns, lines, totals, grain, footed, wide): columns by name, each with heading, format,
# decimals, kind, role and node; `lines` and `totals` are the rows of own lines and of subtotals.
picture_of <- function(statement) {
  facts <- attr(statement, "idle")
  kinds <- if (is.null(statement$line_kind)) rep("line", nrow(statement)) else statement$line_kind
  layout <- Filter(function(part) part$name %in% names(statement), facts$layout)
  decimals <- decimals_of(statement, layout)
  columns <- Map(function(part, decimals) {
    picture_column(statement[[part$name]], part, decimals, facts)
  }, layout, decimals)
  names(columns) <- vapply(layout, `[[`, "", "name")
  if (facts$brief$grain == "entries") columns <- with_keys_of_windows(columns, facts$brief)
  list(
    statement = statement, facts = facts, columns = columns, lines = which(!kinds %in% c("subtotal", "total")),
    totals = which(kinds %in% c("subtotal", "total")), kinds = kinds, grain = facts$brief$grain,
    footed = any(kinds %in% c("subtotal", "total")), wide = !is.null(facts$brief$checked$abreast)
  )
}

picture_column <- function(values, part, decimals, facts) {
  checked <- facts$brief$checked
  named <- function(section) Find(function(item) identical(item$name, part$name), checked[[section]])
  role <- if (part$name %in% facts$keys) "key" else if (!is.null(part$figure)) "cell" else
    if (!is.null(named("figures"))) "figure" else if (!is.null(named("beside"))) "beside" else "column"
  item <- c(named("figures"), named("beside"), named("columns"))
  list(
    name = part$name, heading = clean_text(part$heading), format = part$format, decimals = decimals, role = role,
    kind = kind_of(values), node = item$node, figure = part$figure, total = isTRUE(part$total), over = part$over,
    base = facts$bases[[part$name]]
  )
}

# Where each line is an entry, what windows go by are its keys, and the other columns its figures.
with_keys_of_windows <- function(columns, brief) {
  windows <- unlist(lapply(c(brief$checked$beside, brief$checked$columns), function(part) windows_in(part$node)),
    recursive = FALSE)
  if (length(windows) == 0) return(columns)
  by <- unlist(lapply(windows, function(node) c(lapply(node$along, `[[`, "node"), node$per)), recursive = FALSE)
  keys <- unique(unlist(lapply(by, columns_in)))
  lapply(columns, function(part) {
    if (part$role == "column" && is.null(part$node)) part$role <- if (part$name %in% keys &&
      !part$kind %in% c("integer", "double", "integer64")) "key" else "figure"
    part
  })
}

columns_with <- function(picture, role) {
  names(Filter(function(part) part$role %in% role, picture$columns))
}

picture_numbers <- function(picture, role = c("figure", "beside", "column")) {
  kinds <- setdiff(kind_sets$number, "logical")
  Filter(function(name) picture$columns[[name]]$kind %in% kinds, columns_with(picture, role))
}

picture_keys <- function(picture) columns_with(picture, "key")

has_moments <- function(picture, name) picture$columns[[name]]$kind %in% kind_sets$moment

# The name of the window that a column is, if it is one and nothing else.
window_of <- function(picture, name) {
  node <- picture$columns[[name]]$node
  if (identical(node$type, "window")) node$fn else ""
}

columns_by_window <- function(picture, windows) {
  Filter(function(name) window_of(picture, name) %in% windows, picture_numbers(picture, c("beside", "column")))
}

# Values of some rows, as numbers, and as the texts that the statement has for them.
values_at <- function(picture, name, rows = picture$lines) {
  values <- picture$statement[[name]][rows]
  if (kind_of(values) == "integer64") as.double(values) else values
}

texts_at <- function(picture, name, rows = picture$lines) {
  part <- picture$columns[[name]]
  values <- picture$statement[[name]][rows]
  if (part$role != "key") return(column_texts(values, part$format, FALSE, NULL, decimals = part$decimals))
  distinct <- unique(values)
  texts <- column_texts(distinct, part$format, TRUE, NULL)[match(values, distinct)]
  texts[picture$kinds[rows] == "others" & is_missing_value(values)] <- others_label
  texts
}

# A number for each line, the same where some columns are.
line_codes <- function(picture, names, rows = picture$lines) {
  core_group_numbers(core_group(lapply(unname(names), function(name) {
    values <- picture$statement[[name]][rows]
    if (is.character(values)) as_text_vector(values) else values
  }), length(rows)))
}

# Numbers as the column has them.
number_texts <- function(picture, name, values) {
  part <- picture$columns[[name]]
  column_texts(values, part$format, FALSE, NULL, decimals = part$decimals)
}

# Numbers of a column's own format, for an axis.
axis_texts <- function(picture, name) {
  part <- picture$columns[[name]]
  function(x) {
    whole <- is_whole(x)
    if (is.null(part$format) || identical(part$format$fn, "money") && whole) {
      currency <- part$format$options$currency
      return(paste0(if (is.null(currency)) "" else currency, number_text(x, needed_decimals(x))))
    }
    cell_texts(x, axis_format(part$format, x))
  }
}

is_whole <- function(x) all(x == round(x), na.rm = TRUE)

axis_format <- function(format, x) {
  if (identical(format$fn, "percent")) format$options$digits <- needed_decimals(round(100 * x, 6))
  format
}

# One name for each line, from all of its keys but some; those that read alike are told apart.
line_labels <- function(picture, without = NULL, rows = picture$lines) {
  keys <- setdiff(picture_keys(picture), without)
  if (length(keys) == 0) return(if (picture$grain == "lines") rep("all", length(rows)) else big_marks(rows))
  others <- rows[picture$kinds[rows] == "others"]
  code <- line_codes(picture, keys, rows)
  code[rows %in% others] <- -code[rows %in% others]
  first <- which(!duplicated(code))
  texts <- do.call(paste, c(lapply(unname(keys), function(key) texts_at(picture, key, rows[first])), sep = ", "))
  told_apart(clean_text(texts))[match(code, code[first])]
}

big_marks <- function(x) format(x, big.mark = ",", trim = TRUE)

# Whether the lines of a figure may be added up.
is_additive <- function(picture, name) {
  node <- picture$columns[[name]]$node
  identical(node$type, "figure") && isTRUE(room_of("figure", node$fn)$additive)
}

# Labels as a factor that stands in the order given, each told apart by its place where two read alike.
in_this_order <- function(labels) {
  twice <- labels %in% labels[duplicated(labels)]
  labels[twice] <- paste0(labels[twice], strrep("\u200b", seq_along(labels)[twice]))
  factor(labels, levels = labels)
}
