# Ratios of two figures that are not of the same entries, since one of them passes over missing values.

room("uneven_ratios", "rule", place = 31, of_ledger = NULL, of_values = NULL,
  words = "ratios of figures of which one has entries that the other passes over, since a value is missing there",
  example = quote(brief(transform(demo_table("dues"), due = replace(due, 9, NA)), lines = wharf,
    figures = c(per_tonne = sum(due) / sum(tonnes)))),
  twin = quote(brief(transform(demo_table("dues"), due = replace(due, 9, NA)), lines = wharf,
    figures = c(per_tonne = sum(due, where = !is_missing(due)) / sum(tonnes, where = !is_missing(due))))),
  of_page = function(drawn) {
    do.call(c, lapply(c(drawn$lines$figures, drawn$lines$beside), function(part) {
      ratios <- Filter(function(node) is_call_of(node, "/"), nodes_of(part$node, "figure"))
      do.call(c, lapply(ratios, function(node) sides_uneven(part, node, drawn)))
    }))
  }
)

# Only sides with the same condition are meant to be of the same entries.
sides_uneven <- function(part, node, drawn) {
  sides <- lapply(unname(node$args), figure_of_side, figures = drawn$lines$figures)
  if (any(lengths(sides) == 0)) return(NULL)
  top <- sides[[1]]
  bottom <- sides[[2]]
  meant_alike <- is_total(top) && (is_total(bottom) || is_count(bottom)) &&
    identical(strip_text(top$args$where), strip_text(bottom$args$where))
  if (!meant_alike) return(NULL)
  taken <- lapply(list(top, bottom), entries_taken, table = entries_table(drawn))
  list(
    said_uneven(part, top, bottom, which(taken[[2]] & !taken[[1]]), drawn, "divides by"),
    said_uneven(part, bottom, top, which(taken[[1]] & !taken[[2]]), drawn, "divides")
  )
}

# The one figure that a side of a ratio is made of, by itself or by its name; NULL for others.
figure_of_side <- function(side, figures) {
  if (holds_window(side)) return(NULL)
  met <- nodes_of(side, "figure")
  named <- vapply(Filter(function(node) node$type == "column", met), `[[`, "", "name")
  own <- Filter(function(figure) figure$name %in% named, figures)
  found <- c(Filter(function(node) node$type == "figure", met), lapply(own, `[[`, "node"))
  if (length(found) == 1 && length(named) == length(own) && found[[1]]$type == "figure") found[[1]]
}

# Which entries have a value that a figure takes.
entries_taken <- function(node, table) {
  x <- if (is.null(node$args$x)) rep(TRUE, table$n) else !is_missing_value(evaluate_column(node$args$x, table))
  where <- node$args$where
  if (is.null(where)) x else x & as.logical(evaluate_column(where, table)) %in% TRUE
}

# Entries that the one side of a ratio passes over, and the other does not.
said_uneven <- function(part, lacking, other, rows, drawn, divides) {
  if (length(rows) == 0) return(NULL)
  n <- length(rows)
  lacks <- node_label(lacking$args$x)
  x <- if (!is.null(other$args$x)) node_label(other$args$x)
  known <- call("!", call("is_missing", parsed(lacks)))
  mended <- as.call(c(as.name(other$fn), if (!is.null(x)) parsed(x), list(where = known)))
  bare <- identical(unname(part$node$args), list(lacking, other)) && is.null(other$args$where)
  a_finding(sprintf(
    "Ratios: `%s` %s %s%s that %s no %s, the first in %s; %s leaves them out of both.", part$name, divides,
    if (is.null(x)) "" else sprintf("the %s of ", x), entry_count(n), if (n == 1) "has" else "have", lacks,
    in_row(drawn$entries, rows[1]), expr_text(mended)
  ), c(part$name, columns_in(lacking$args$x)), weight = n / drawn$entries$n,
  repair = if (bare) a_repair("figures", call("/", as.call(list(as.name(lacking$fn), parsed(lacks))), mended),
    name = part$name, instead = TRUE))
}
