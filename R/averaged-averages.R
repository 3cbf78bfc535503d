# A page drawn up from a page: what may not be averaged or added up again, and is.

# What a column of the page below is, if it does not add up: "the median toll", "share(toll)".
does_not_add_up <- function(below, name) {
  for (figure in below$figures) {
    if (figure$name == name && name %in% below$not_additive) {
      node <- figure$node
      return(
        list(what = if (node$type == "figure") figure_label(node) else "worked from several figures", fn = node$fn)
      )
    }
  }
  for (part in below$beside) {
    if (part$name == name && adds_up_to_nothing(part$node)) {
      window <- room_of("window", part$node$fn)
      return(list(what = node_label(part$node), fn = part$node$fn, moving = window$moving))
    }
  }
}

# Ranks, shares, running and rolling figures; a neighbour's value, or what is worked from it, is one of
# the line's own.
adds_up_to_nothing <- function(node) {
  node$type == "window" && !isTRUE(room_of("window", node$fn)$own_value)
}

notes_of_averaged_averages <- function(entries, checked) {
  if (is.null(entries$below)) return(NULL)
  unlist(lapply(checked, function(figure) {
    notes <- lapply(figures_in(figure$node), averaged_again, below = entries$below$drawn$lines)
    if (length(unlist(notes))) sprintf("%s: %s.", figure$name, unlist(notes))
  }))
}

averaged_again <- function(node, below) {
  x <- node$args$x
  warn <- room_of("figure", node$fn)$of_figures
  if (is.null(x) || x$type != "column" || is.null(warn)) return(NULL)
  of <- does_not_add_up(below, x$name)
  if (!is.null(of)) warn(node, x$name, of)
}
