# A page drawn up from a page: what may not be averaged or added up again, and is.

# What a column of the page below is, if it does not add up: "a median", "a share".
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
      return(list(what = plain_words(room_of("window", part$node$fn)), fn = part$node$fn))
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
  if (is.null(x) || x$type != "column" || !node$fn %in% c("sum", "mean")) return(NULL)
  of <- does_not_add_up(below, x$name)
  if (!is.null(of)) warned_of(node, x$name, of)
}

warned_of <- function(node, name, of) {
  if (node$fn == "sum") return(sprintf(
    "%s is %s, which does not add up to that of the whole; take the figure from the entries", name, of$what
  ))
  if (!is.null(node$args$weight) || of$fn %in% c("running", "rolling")) return(NULL)
  if (identical(of$fn, "mean")) return(sprintf(
    "an average of averages: each line below counts the same, however many entries it has; average the entries, or %s",
    "give weight = with their number"
  ))
  sprintf("an average of %s, of which each is %s; take the figure from the entries", name, of$what)
}
