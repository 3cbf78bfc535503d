# What stands in a checked tree. Trees may be very long to one side, so they are gone through with a list of what is
# still to be looked at; a tree is put into it by `[<-`, since `[[<-` looks through all of the tree each time.

# All nodes of a tree, each before those inside it, from left to right; without those inside nodes of a type.
nodes_of <- function(node, not_inside = "") {
  if (identical(node$type, not_inside)) return(list(node))
  found <- list()
  waiting <- list(node)
  last <- 1
  while (last > 0) {
    here <- waiting[[last]]
    last <- last - 1
    inner <- if (is.null(here$type)) lapply(unname(here), `[[`, "node") else if (here$type != not_inside) here$args
    if (!is.null(here$type)) found[length(found) + 1] <- list(here)  # else the sorts of an order
    waiting[last + seq_along(inner)] <- rev(unname(inner))
    last <- last + length(inner)
  }
  found
}

# All lists that have a type, anywhere within a list of lists.
nodes_within <- function(x) {
  found <- list()
  waiting <- list(x)
  last <- 1
  while (last > 0) {
    here <- waiting[[last]]
    last <- last - 1
    if (!is.list(here) || is.object(here)) next
    if (!is.null(here$type)) found[length(found) + 1] <- list(here)
    inner <- here[vapply(here, is.list, TRUE)]
    waiting[last + seq_along(inner)] <- unname(inner)
    last <- last + length(inner)
  }
  found
}

# The columns that sections name: all that are `read`, and those that are `bare`, which stand for themselves in keys,
# groups and figures, and not within an expression.
columns_of_sections <- function(checked) {
  read <- bare <- character()
  waiting <- list(checked)
  in_call <- FALSE
  last <- 1
  while (last > 0) {
    here <- waiting[[last]]
    inside <- in_call[last]
    last <- last - 1
    if (is.object(here)) next
    type <- if (is.character(here$type)) here$type else ""
    if (type == "column") {
      read <- c(read, here$name)
      if (!inside) bare <- c(here$name, bare)
    }
    for (one in here) if (is.list(one)) {
      last <- last + 1
      waiting[last] <- list(one)
      in_call[last] <- inside || type == "call"
    }
  }
  list(read = unique(read), bare = unique(bare))
}

node_ids <- function(nodes) vapply(nodes, `[[`, "", "id")

# All figure calls in a tree, each once.
figures_in <- function(node) {
  if (node$type %in% c("column", "value")) return(list())
  found <- list()
  if (node$type == "figure") found[[node$id]] <- node else
    for (one in nodes_of(node, "figure")) if (one$type == "figure") found[[one$id]] <- one
  found
}

# The same of several named parts of a section, each once.
figures_of_parts <- function(parts) {
  nodes <- list()
  for (part in parts) for (node in figures_in(part$node)) nodes[[node$id]] <- node
  names(nodes) <- NULL
  nodes
}

windows_in <- function(node) {
  if (node$type %in% c("column", "value")) return(list())
  Filter(function(one) identical(one$type, "window"), nodes_of(node, "window"))
}

holds_window <- function(node) {
  waiting <- list(node)
  last <- 1
  while (last > 0) {
    here <- waiting[[last]]
    last <- last - 1
    if (identical(here$type, "window")) return(TRUE)
    for (inner in if (is.null(here$type)) lapply(here, `[[`, "node") else here$args) {
      last <- last + 1
      waiting[last] <- list(inner)
    }
  }
  FALSE
}

columns_in <- function(node) {
  unlist(lapply(nodes_of(node), function(one) if (one$type == "column") one$name))
}

strip_text <- function(node) {
  node$text <- NULL
  node
}

# Whether a call is of the expression `x`, as month(d) is of d.
is_of <- function(node, x) identical(strip_text(node$args$x), strip_text(x))

key_of_feed <- function(args) rlang::hash(args[c("x", "where", "weight", "along")])

# The columns that a tree reads, also inside of a window's figure.
columns_read <- function(node) {
  if (!is.null(node$figure)) node <- node$figure
  if (node$type == "column") return(node$name)
  unlist(lapply(unname(node$args), columns_read))
}

# The room that a node's call goes to; NULL: it is no call of one.
room_of_node <- function(node) {
  kind <- switch(node$type, call = "row", window = , figure = node$type)
  if (!is.null(kind)) room_of(kind, node$fn)
}
