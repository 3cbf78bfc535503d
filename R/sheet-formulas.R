# Live formulas of a workbook: subtotals, shares and running totals over the cells of its lines. A formula is only
# written where its value, worked out here from the cells, is that of the cell.

# What formulas refer to: columns by letters, rows from 2 on, and which keys each row sums over.
sheet_of <- function(x) {
  facts <- attr(x, "idle")
  n <- nrow(x)
  list(
    table = as.data.frame(x), letters = stats::setNames(column_letters(ncol(x)), names(x)), keys = facts$keys, n = n,
    is_line = if (is.null(x$line_kind)) rep(TRUE, n) else x$line_kind %in% c("line", "others"),
    summed = if (is.null(x$summed_over)) rep(list(character()), n) else lapply(x$summed_over, names_in_text)
  )
}

column_letters <- function(n) {
  vapply(seq_len(n), function(k) {
    text <- ""
    while (k > 0) {
      text <- paste0(LETTERS[(k - 1) %% 26 + 1], text)
      k <- (k - 1) %/% 26
    }
    text
  }, "")
}

# A matrix of formulas by line and column; missing where a value stands.
formulas_of <- function(x) {
  sheet <- sheet_of(x)
  brief <- statement_part(x, "brief")
  found <- matrix(NA_character_, nrow(x), ncol(x), dimnames = list(NULL, names(x)))
  for (figure in brief$checked$figures) {
    if (figure$name %in% names(x) && is_additive_figure(figure$node)) {
      found[, figure$name] <- checked_formulas(sheet, figure$name, subtotal_formulas(sheet, figure$name))
    }
  }
  for (part in brief$checked$beside) {
    way <- if (part$node$type == "window") room_of("window", part$node$fn)$formula
    if (is.null(way) || !part$name %in% names(x)) next
    found[, part$name] <- checked_formulas(sheet, part$name, way(part$node, sheet))
  }
  found
}

is_additive_figure <- function(node) node$type == "figure" && isTRUE(room_of("figure", node$fn)$additive)

# Formulas whose own value is the cell's, but for the dust that a sheet's sums leave.
checked_formulas <- function(sheet, column, formulas) {
  cells <- as_plain_number(sheet$table[[column]])
  vapply(seq_len(sheet$n), function(row) {
    formula <- formulas[[row]]
    if (is.null(formula) || !is.finite(formula$value) || !is.finite(cells[row])) return(NA_character_)
    if (abs(formula$value - cells[row]) > 1e-9 * max(1, abs(cells[row]))) return(NA_character_)
    formula$text
  }, "")
}

values_on_sheet <- function(sheet, column) as_plain_number(sheet$table[[column]])

# A sum over some rows: runs of them are ranges.
sum_over <- function(sheet, column, rows) {
  values <- values_on_sheet(sheet, column)[rows]
  runs <- split(rows, cumsum(c(TRUE, diff(rows) != 1)))
  if (length(rows) == 0 || length(runs) > 200) return(NULL)
  at <- vapply(runs, function(run) {
    ends <- paste0(sheet$letters[[column]], range(run) + 1)
    paste(unique(ends), collapse = ":")
  }, "")
  list(text = sprintf("SUM(%s)", paste(at, collapse = ",")), value = sum(values, na.rm = TRUE))
}

# The lines that agree with a row in some keys.
lines_alike <- function(sheet, row, keys) {
  alike <- sheet$is_line
  for (key in intersect(keys, names(sheet$table))) alike <- alike & same_as(sheet$table[[key]], row)
  which(alike)
}

same_as <- function(column, row) if (is.na(column[row])) is.na(column) else column %in% column[row]

subtotal_formulas <- function(sheet, column) {
  lapply(seq_len(sheet$n), function(row) {
    if (sheet$is_line[row]) return(NULL)
    sum_over(sheet, column, lines_alike(sheet, row, setdiff(sheet$keys, sheet$summed[[row]])))
  })
}

# The subtotal that has these keys as a row has them; NULL if it does not stand on the sheet.
subtotal_alike <- function(sheet, row, keys) {
  over <- setdiff(sheet$keys, keys)
  fits <- !sheet$is_line & vapply(sheet$summed, setequal, TRUE, over)
  for (key in intersect(keys, names(sheet$table))) fits <- fits & same_as(sheet$table[[key]], row)
  if (any(fits)) which(fits)[1]
}

share_formulas <- function(node, sheet) {
  if (node$args$x$type != "column" || !node$args$x$name %in% names(sheet$table)) return(NULL)
  column <- node$args$x$name
  values <- values_on_sheet(sheet, column)
  lapply(seq_len(sheet$n), function(row) {
    base <- base_formula(node, sheet, row, column)
    if (!is.null(base)) list(
      text = sprintf("%s%d/%s", sheet$letters[[column]], row + 1L, base$text), value = values[row] / base$value
    )
  })
}

base_formula <- function(node, sheet, row, column) {
  keys <- base_keys(node, sheet, row)
  if (is.null(keys)) return(NULL)
  at <- subtotal_alike(sheet, row, keys)
  if (is.null(at)) return(sum_over(sheet, column, lines_alike(sheet, row, keys)))
  list(text = sprintf("%s$%d", sheet$letters[[column]], at + 1L), value = values_on_sheet(sheet, column)[at])
}

# The keys that a row and its base have in common.
base_keys <- function(node, sheet, row) {
  types <- vapply(node$per, `[[`, "", "type")
  if (identical(types, "parent")) {
    own <- setdiff(sheet$keys, sheet$summed[[row]])
    return(own[-length(own)])
  }
  if (all(types == "column")) vapply(node$per, `[[`, "", "name")
}

# From the first line of its group on the sheet to this one; where lines stand in another order, no value fits.
running_formulas <- function(node, sheet) {
  figure <- node$figure
  if (figure$fn != "sum" || figure$args$x$type != "column" || !figure$args$x$name %in% names(sheet$table)) return(NULL)
  if (!all(vapply(node$per, `[[`, "", "type") == "column")) return(NULL)
  keys <- vapply(node$per, `[[`, "", "name")
  lapply(seq_len(sheet$n), function(row) {
    if (!sheet$is_line[row]) return(NULL)
    lines <- lines_alike(sheet, row, keys)
    sum_over(sheet, figure$args$x$name, lines[lines <= row])
  })
}
