# The items of a section: named expressions, conditions, words.

check_conditions <- function(items, ctx) {
  lapply(items, function(item) {
    if (nzchar(item$name)) {
      stop_in(
        ctx, "bad_argument", sprintf("a condition has no name, and this one is called `%s`.", item$name),
        sprintf("To compare, write two equals signs: %s == %s.", item$name, expr_text(item$expr))
      )
    }
    node <- check_item(item, ctx)
    check_kinds(list(condition = node), list(condition = "logical"), ctx$section, ctx)
    list(node = node, text = expr_text(item$expr))
  })
}

check_named <- function(items, ctx, what) {
  for (item in items) {
    if (!nzchar(item$name)) {
      stop_in(
        ctx, "no_name", sprintf("%s `%s` needs a name.", what, shortened(expr_text(item$expr))),
        if (is.character(item$expr) && item$expr %in% names(ctx$columns)) {
          sprintf("The column `%s` is written without quotes.", item$expr)
        } else {
          sprintf("Write %s = c(a_name = %s).", ctx$section, shortened(expr_text(item$expr)))
        }
      )
    }
  }
  names <- vapply(items, function(item) item$name, character(1))
  twice <- names[duplicated(names)]
  if (length(twice) > 0) {
    stop_in(ctx, "name_twice", sprintf("the name `%s` is given twice.", twice[1]))
  }
}

# Named expressions, each of which may use the ones before it.
check_in_turn <- function(items, ctx) {
  checked <- list()
  for (item in items) {
    node <- check_item(item, ctx)
    ctx$columns[[item$name]] <- node$kind
    checked <- c(checked, list(list(name = item$name, node = node, text = item_text(item))))
  }
  checked
}

leaves_by_name <- function(checked, ctx) {
  for (part in checked) ctx$columns[[part$name]] <- part$node$kind
  ctx
}

# A key that is a column goes by its name; any other needs one.
named_keys <- function(items, ctx) {
  items <- lapply(items, function(item) {
    if (!nzchar(item$name) && is.symbol(item$expr)) item$name <- as.character(item$expr)
    item
  })
  check_named(items, ctx, "the key")
  items
}

check_words <- function(items, ctx) {
  vapply(items, function(item) {
    node <- check_item(item, ctx)
    if (node$type != "value" || !is.character(node$value) || length(node$value) != 1) {
      stop_in(ctx, "bad_argument", sprintf("the %s is text in quotes.", ctx$section))
    }
    node$value
  }, character(1))
}
