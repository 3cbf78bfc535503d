# Which fold of the core holds a figure from part to part.

# The fold that holds a figure in a state, and its answer; NULL where entries are kept for it. Codes have no order that
# outlives their part, so the ends of texts are found among counted values.
fold_in_state <- function(node, values) {
  figure <- room_of("figure", node$fn)
  fold <- figure$fold(node)
  coded <- is_text_vector(values) || is.factor(values)
  plain <- !is.null(fold$fold) && !isTRUE(fold$rows) && !(coded && fold$fold == "extremes")
  if (plain) return(fold)
  if (!is.null(figure$counted) && !is_of_several(node)) list(fold = "counted", answer = figure$counted(node))
}

# Numbers of combinations are those of one table; in parts the entries are kept that have them.
is_of_several <- function(node) {
  any(vapply(nodes_within(node$args), function(part) isTRUE(room_of_node(part)$of_whole_column), TRUE))
}

palette_of <- function(values) if (is_text_vector(values)) texts_of(values) else if (is.factor(values)) levels(values)
