# Capturing what the user wrote: expressions as data, and the values of the local variables that they
# name. Nothing else of the user's environment is kept.

# One captured expression. `name` is the name it was given, or ""; `tables` are those that it names.
captured <- function(expr, values = list(), name = "", tables = list()) {
  list(name = name, expr = expr, values = values, tables = tables)
}

# The items of a section: the parts of c(...), with quoted() parts spliced in.
capture_items <- function(quo, name = "") {
  expr <- expression_of(quo)
  env <- rlang::quo_get_env(quo)
  if (identical(env, emptyenv())) env <- baseenv()
  if (rlang::is_call(expr, "c")) {
    parts <- parts_of_list(expr)
    items <- Map(function(part, label) capture_part(part, env, label), parts, rlang::names2(parts))
    return(unlist(unname(items), recursive = FALSE))
  }
  capture_one(expr, env, name)
}

# The dots of a function around a brief stand for what was passed to it.
capture_part <- function(part, env, name) {
  if (!identical(part, quote(...))) return(capture_one(part, env, name))
  if (!rlang::env_has(env, "...", inherit = TRUE)) stop_idle(
    "bad_argument", "... stands for what a function was given, and there is none here.", "Name what is meant."
  )
  passed <- eval(quote(rlang::enquos(...)), list(), env)
  unlist(unname(Map(capture_items, passed, rlang::names2(passed))), recursive = FALSE)
}

# The parts of c(...), and of c() within it; a place left empty after a comma is a slip.
parts_of_list <- function(expr) {
  parts <- as.list(expr)[-1]
  if (any(vapply(parts, rlang::is_missing, TRUE))) stop_idle(
    "bad_argument", sprintf("There is an empty place between the commas of %s.", shortened(expr_text(expr))),
    "Look for a comma too many, or a part that is still to be written."
  )
  nested <- vapply(parts, rlang::is_call, TRUE, name = "c") & rlang::names2(parts) == ""
  if (!any(nested)) return(parts)
  unlist(unname(lapply(seq_along(parts), function(k) {
    if (nested[k]) parts_of_list(parts[[k]]) else parts[k]
  })), recursive = FALSE)
}

# How deep calls stand in calls. Chains of arithmetic and logic are long, not deep.
# The expression of a quosure, without those that stand inside it.
expression_of <- function(quo) {
  expr <- rlang::quo_get_expr(quo)
  check_terms(expr)
  if (check_depth(expr)) rlang::quo_squash(quo) else expr
}

# Stops at an expression of too many terms before anything goes down into it, which R itself does call by call until
# its stack is full.
check_terms <- function(expr, most = limit("most_terms")) {
  waiting <- list(expr)
  last <- 1
  n <- 0
  while (last > 0) {
    here <- waiting[[last]]
    last <- last - 1
    n <- n + 1
    if (n > most) stop_many_terms(limit("most_terms"))
    if (rlang::is_quosure(here)) here <- rlang::quo_get_expr(here)
    if (!is.call(here)) next
    parts <- as.list(here)
    parts <- parts[!vapply(parts, rlang::is_missing, TRUE)]
    waiting[last + seq_along(parts)] <- parts
    last <- last + length(parts)
  }
}

# The same of a text, before it is parsed: signs and commas are counted, of which each term has one.
check_terms_of_text <- function(text) {
  most <- limit("most_terms")
  n <- nchar(gsub("[^-+*/^&|<>=!~,(]", "", text, useBytes = TRUE), type = "bytes")
  if (n > 2 * most) stop_many_terms(most)
}

stop_many_terms <- function(most) {
  stop_idle(
    "too_deep", sprintf("An expression may have %s terms, and this one has more.", big_mark(most)),
    c("Give parts of it names of their own in `columns`, and use those.",
      "The limit is options(idleledger.most_terms = ...).")
  )
}

# Stops at what is too deep; whether there are quosures inside.
check_depth <- function(expr) {
  if (!is.call(expr)) return(FALSE)
  most <- limit("most_nested")
  waiting <- list(list(expr, 1))
  quosures <- FALSE
  while (length(waiting)) {
    here <- waiting[[length(waiting)]]
    waiting[[length(waiting)]] <- NULL
    if (here[[2]] > most) stop_idle(
      "too_deep", sprintf("An expression may be nested %s calls deep, and this one is deeper.", most),
      "Give parts of it names of their own in `columns`, and use those."
    )
    quosures <- quosures || rlang::is_quosure(here[[1]])
    parts <- links_of(here[[1]])
    waiting <- c(waiting, lapply(parts, list, here[[2]] + 1))
  }
  quosures
}

# What stands directly inside an expression: of a chain, all its links.
links_of <- function(expr) {
  if (rlang::is_quosure(expr)) return(list(rlang::quo_get_expr(expr)))
  if (!is.call(expr)) return(list())
  links <- list()
  while (is_chained(expr)) {
    links <- c(links, list(expr[[3]]))
    expr <- expr[[2]]
  }
  inner <- if (length(links) == 0) as.list(expr)[-1] else list(expr)
  Filter(function(part) !rlang::is_missing(part) && (is.call(part) || rlang::is_quosure(part)), c(links, inner))
}

capture_one <- function(expr, env, name) {
  if (rlang::is_missing(expr)) return(list())
  found <- if (is.symbol(expr)) find_value(expr, env)
  if (inherits(found, "idle_quoted")) return(unclass(found)[seq_along(found)])
  if (inherits(expr, "idle_quoted")) return(unclass(expr)[seq_along(expr)])
  named <- tables_captured(expr, env)
  list(captured(named$expr, values_in(named$expr, env), name, named$tables))
}

values_in <- function(expr, env) {
  values <- list()
  for (name in all.vars(without_tables(expr))) {
    found <- if (nzchar(name)) find_value(as.name(name), env)
    if (is.atomic(found) && !is.null(found)) values[[name]] <- found
  }
  values
}

# What stands for a table is no variable.
without_tables <- function(expr) {
  for (path in table_places(expr)) expr[[path]] <- TRUE
  expr
}

# The value of a variable, looked for up to the global environment and not in packages.
find_value <- function(symbol, env) {
  name <- as.character(symbol)
  while (!identical(env, emptyenv()) && !identical(env, baseenv())) {
    if (rlang::env_has(env, name)) {
      value <- rlang::env_get(env, name, default = NULL)
      if (rlang::is_missing(value)) return(NULL)
      if (inherits(value, "POSIXlt")) return(as.POSIXct(value))
      return(if (is.atomic(value) || inherits(value, "idle_quoted")) value)
    }
    if (identical(env, globalenv()) || isNamespace(env)) break
    env <- parent.env(env)
  }
  if (name == "pi") pi
}

#' Parts of a brief to use again
#'
#' Keeps expressions, with the values of the local variables that they name, so that several briefs
#' can use them. Give the result as a section, or as a part of one.
#'
#' @param ... Expressions, usually named: figures, keys, conditions.
#' @return An object of class `idle_quoted`: a list of captured expressions.
#' @seealso [brief()]
#' @export
#' @examples
#' usual <- quoted(passages = count(), receipts = sum(toll))
#' brief(demo_table("tolls"), lines = reach, figures = usual)
#' brief(demo_table("tolls"), lines = lock, figures = c(usual, largest = max(toll)))
quoted <- function(...) {
  local_utf8()
  check_call_terms(sys.call())
  quos <- rlang::enquos(...)
  items <- Map(function(quo, name) {
    capture_one(expression_of(quo), rlang::quo_get_env(quo), name)
  }, quos, rlang::names2(quos))
  structure(unlist(unname(items), recursive = FALSE), class = "idle_quoted")
}

#' @export
print.idle_quoted <- function(x, ...) {
  local_utf8()
  cat("Quoted for use in a brief:\n")
  cat(paste0("  ", clean_text(vapply(unclass(x), item_text, character(1))), "\n"), sep = "")
  invisible(x)
}

# The items of a section from text, as the command line has it. Text never runs as code: it is only
# parsed, and checked like any other expression.
read_items <- function(text, section) {
  check_terms_of_text(text)
  expr <- in_utf8(tryCatch(
    parse(text = paste0("c(", text, "\n)"), keep.source = FALSE, encoding = "UTF-8"),
    error = function(e) conditionMessage(e)
  ))
  if (is.character(expr) || length(expr) != 1 || !rlang::is_call(expr[[1]], "c")) {
    deep <- is.character(expr) && any(grepl("contextstack", expr, fixed = TRUE))
    stop_idle(
      "no_parse", sprintf("The section `%s` is no expression that can be read: %s", section, shortened(text, 200)),
      if (deep) "Brackets may stand about 50 deep in a text; give parts names of their own in `columns`." else
        "Look for a missing bracket, quote or comma.",
      section = section
    )
  }
  check_terms(expr[[1]])
  check_depth(expr[[1]])
  parts <- parts_of_list(expr[[1]])
  unname(Map(function(part, name) captured(part, list(), name), parts, rlang::names2(parts)))
}

# Plain words, for the title and the notes.
read_words <- function(text, section) list(captured(text))

# Remarks, and what is accepted.
read_remarks <- function(text, section) {
  if (grepl("^\\s*accept\\s*[(]", text)) read_items(text, section) else read_words(text, section)
}

# Long chains such as a + b + c are a deep tree that leans to the left; they are gone through from the
# bottom, so that their length is no depth.
chained <- c("+", "-", "*", "/", "&", "|")

is_chained <- function(expr) {
  is.call(expr) && length(expr) == 3 && is.symbol(expr[[1]]) && as.character(expr[[1]]) %in% chained
}

# A chain with its links changed, from its first on: it may be longer than R goes down.
along_chain <- function(expr, work) {
  links <- list()
  n <- 0
  while (is_chained(expr)) {
    links[n <- n + 1] <- list(expr)
    expr <- expr[[2]]
  }
  expr <- work(expr)
  for (link in rev(links)) {
    link[[2]] <- expr
    link[[3]] <- work(link[[3]])
    expr <- link
  }
  expr
}

# What is put into a call from outside is counted before it is captured, which goes down into it.
check_call_terms <- function(call) check_terms(call, 5 * limit("most_terms"))

# The arguments of crossed() as items of their own.
capture_parts <- function(item) {
  parts <- as.list(item$expr)[-1]
  unname(Map(function(part, name) captured(part, item$values, name, item$tables), parts, rlang::names2(parts)))
}

# Conditions given one by one; one that bears a name was meant to have two equals signs.
captured_conditions <- function(quos) {
  unlist(unname(Map(capture_items, quos, rlang::names2(quos))), recursive = FALSE)
}
