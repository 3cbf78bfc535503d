# A brief as the call of R that makes it, and as the words of a command line.

# Lines of R: the source, tables, the local values, and the brief; pages below come first.
call_lines <- function(brief, name = "page", entries = "entries") {
  under <- is_brief(brief$source)
  below <- if (under) call_lines(brief$source, paste0(name, "_below"), entries)
  values <- values_of_brief(brief)
  source <- if (under) paste0(name, "_below") else entries
  c(
    if (under) c(below, "") else sprintf("%s <- %s", name_text(entries), source_call(brief$source)), table_lines(brief),
    vapply(names(values$shared), function(label) {
      sprintf("%s <- %s", name_text(label),
      constant_text(values$shared[[label]]))
    }, ""),
    sprintf("%s <- brief(%s,", name, source), section_lines(values$sections), ")",
    if (length(brief$given)) sprintf("%s <- supply(%s, %s)", name, name, both_named(brief$given))
  )
}

# The tables that the brief names.
table_lines <- function(brief) {
  unlist(lapply(names(brief$tables), function(name) {
    table <- brief$tables[[name]]
    if (is_brief(table)) return(c(call_lines(table, name, paste0(name, "_entries")), ""))
    call <- source_call(table)
    if (call != name) sprintf("%s <- %s", name_text(name), call)
  }))
}

both_named <- function(values) {
  toString(vapply(names(values), function(label) sprintf("%s = %s", name_text(label), constant_text(values[[label]])),
    ""))
}

section_lines <- function(sections) {
  texts <- vapply(names(sections), function(name) {
    items <- vapply(sections[[name]], item_text, "")
    if (length(items) == 1 && !nzchar(sections[[name]][[1]]$name)) return(sprintf("  %s = %s", name, items))
    one <- sprintf("  %s = c(%s)", name, toString(items))
    if (nchar(one) <= 100) one else sprintf("  %s = c(\n    %s\n  )", name, paste(items, collapse = ",\n    "))
  }, "")
  paste0(texts, ifelse(seq_along(texts) < length(texts), ",", ""))
}

# The call that opens a source again.
source_call <- function(source) {
  if (!is.null(source$asked)) {
    how <- without_null(source$how[setdiff(names(source$how), "name")])
    if (identical(how$encoding, "UTF-8")) how$encoding <- NULL
    args <- c(constant_text(source$asked), vapply(names(how), function(name) {
      sprintf("%s = %s", name, if (name == "kinds") kinds_text(how$kinds) else constant_text(how[[name]]))
    }, ""))
    return(sprintf("ledger(%s)", toString(args)))
  }
  if (!is.null(source$written)) return(source$written)
  if (grepl("^[A-Za-z.][A-Za-z0-9._]*$", source$name)) source$name else
    "table # whatever you call the table that this page is made of"
}

kinds_text <- function(kinds) {
  sprintf("c(%s)", toString(sprintf("%s = %s", vapply(names(kinds), name_text, ""), vapply(kinds, `[[`, "", "text"))))
}

# Local values that the items name: one a name for all of the brief; where two items mean different values by one
# name, those stand in the expressions themselves.
values_of_brief <- function(brief) {
  brief <- without_shadowed(brief)
  all <- unlist(unname(lapply(brief$sections, function(items) lapply(items, `[[`, "values"))), recursive = FALSE)
  named <- do.call(c, c(list(list()), all))
  names <- unique(names(named))
  alike <- vapply(names, function(name) length(unique(named[names(named) == name])) == 1, TRUE)
  shared <- lapply(stats::setNames(nm = names[alike]), function(name) named[[match(name, names(named))]])
  sections <- lapply(brief$sections, lapply, function(item) {
    own <- item$values[setdiff(names(item$values), names(shared))]
    if (length(own)) item$expr <- with_constants(item$expr, own)
    item
  })
  list(shared = shared, sections = sections)
}

# Local values that have the name of a column are not used, so they are not carried on.
without_shadowed <- function(brief) {
  for (name in names(brief$sections)) {
    named <- Filter(function(node) identical(node$type, "column"), nodes_within(brief$checked[[name]]))
    columns <- vapply(named, `[[`, "", "name")
    brief$sections[[name]] <- lapply(brief$sections[[name]], function(item) {
      item$values <- item$values[setdiff(names(item$values), columns)]
      item
    })
  }
  brief
}

with_constants <- function(expr, values) {
  if (is.symbol(expr) &&
    as.character(expr) %in% names(values)) return(str2lang(constant_text(values[[as.character(expr)]])))
  if (is.call(expr)) for (k in seq_along(expr)[-1]) {
    if (!rlang::is_missing(expr[[k]]) && !is.null(expr[[k]])) expr[[k]] <- with_constants(expr[[k]], values)
  }
  expr
}

# One command, for a brief straight from one file; NULL where a file of the brief is needed.
command_of <- function(brief) {
  source <- brief$source
  if (is_brief(source) || length(source$asked) != 1) return(NULL)
  if (any(lengths(lapply(brief$tables, `[[`, "asked")) != 1)) return(NULL)
  tables <- vapply(names(brief$tables), function(name) {
    paste("--source", shell_quoted(paste0(name, "=", basename(brief$tables[[name]]$asked))))
  }, "")
  values <- values_of_brief(brief)
  words <- lapply(names(values$sections), function(name) {
    items <- lapply(values$sections[[name]], function(item) {
      item$expr <- with_constants(item$expr, values$shared)
      item
    })
    text <- if (identical(room_of("section", name)$read, read_words)) vapply(items,
      function(item) as.character(item$expr), "") else
      toString(vapply(items, item_text, ""))
    paste0("--", name, " ", vapply(text, shell_quoted, ""))
  })
  given <- vapply(names(brief$given), function(name) {
    paste("--given", shell_quoted(paste0(name, "=", column_written(brief$given[[name]]))))
  }, "")
  paste(c("idle-ledger draw-up", shell_quoted(basename(source$asked)), unlist(words), tables, given), collapse = " ")
}

shell_quoted <- function(text) {
  if (grepl("^[A-Za-z0-9_./,-]+$", text)) text else paste0("'",
  gsub("'", "'\\''", text, fixed = TRUE), "'")
}
