# Whether arguments are of the kinds that a function takes.

check_kinds <- function(args, takes, name, ctx) {
  given_settled(args, list(takes = takes, given_as = function(...) NULL), ctx)
  for (i in seq_along(args)) {
    label <- rlang::names2(args)[i]
    set <- takes_of(takes, label)
    if (is.null(set) || kind_fits(args[[i]]$kind, set)) next
    what <- node_text(args[[i]])
    stop_in(
      ctx, "wrong_kind",
      sprintf("%s takes %s, and %s is %s.", said_to_take(name), set_words[[set]], what, a_kind(args[[i]]$kind)),
      kind_hint(args[[i]], set, ctx),
      column = args[[i]]$name
    )
  }
}

# A function by its call, a section by its name, anything else as it is called.
said_to_take <- function(name) {
  if (has_room("section", name)) tick(name) else if (grepl("^[a-z_]+$", name)) paste0(name, "()") else name
}

kind_hint <- function(node, set, ctx) {
  if (node$type == "column" && node$kind == "text" && set == "number") {
    return(c(
      ctx$column_notes[[node$name]],
      sprintf("Count with count(%s), or make numbers of it: as_number(%s).", node$name, node$name)
    ))
  }
  if (node$type == "column" && set == "logical") {
    return(sprintf("Write a comparison, such as %s == ... or is_missing(%s).", node$name, node$name))
  }
  NULL
}
