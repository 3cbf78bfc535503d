# Another table beside the entries, in a server's language.

join_in_sql <- function(q, part, brief) {
  to <- to_of(q, "prepare", sprintf("bring_in(%s)", part$table))
  if (!is.null(part$as_of)) not_in_sql("which line is in force on a day is found here", to)
  if (!part$without %in% c("keep",
    "leave_out")) not_in_sql("lines without a partner stop the page, or are added, here", to)
  there <- query_beside(q, brief$tables[[part$table]], unique(c(columns_of_keys(part$keys, "there"),
    unlist(part$brought))))
  q$steps <- c(q$steps, there$steps)
  q$asserts <- c(q$asserts, there$asserts, if (part$expect == "one") list(once_in_sql(there, part, to)))
  brought <- vapply(part$brought, function(name) paste0("p.", there$columns[[name]]), "")
  quoted <- quoted_in_sql(q, names(part$brought))
  q <- add_step(q, "joined", c("e.*", if (length(brought)) sprintf("%s AS %s", brought, quoted)),
    from = sprintf("%s AS e\n%s %s AS p\n  ON %s", q$from, if (part$without == "keep") "LEFT JOIN" else "JOIN",
      there$from,
      paste(keys_met(q, there, part, to), collapse = "\n  AND ")))
  for (k in seq_along(brought)) {
    name <- names(part$brought)[k]
    own <- part$brought[[k]]
    q$columns[[name]] <- quoted[k]
    q$kinds[[name]] <- there$kinds[[own]]
    if (own %in% there$odd) q$odd <- c(q$odd, name)
    if (own %in% there$floats) q$floats <- c(q$floats, name)
  }
  q
}

# The steps of the other table, which is one of the same server or a page upon one.
query_beside <- function(q, source, names) {
  used <- c(q$used, names(q$steps))
  if (is_brief(source)) query_from_page(source, q$at, used) else query_of_columns(source, names, q$at, used, "partners")
}

with_prefix <- function(columns, prefix) lapply(columns, function(sql) paste0(prefix, ".", sql))

keys_met <- function(q, there, part, to) {
  here <- to
  here$columns <- with_prefix(q$columns, "e")
  other <- to
  other$columns <- with_prefix(there$columns, "p")
  vapply(part$keys, function(key) {
    sides <- compared_in_sql(list(in_sql(key$here, here), in_sql(key$there, other)), list(key$here, key$there), to,
      FALSE)
    paste(sides[[1]], "=", sides[[2]])
  }, "")
}

# What has to hold on the server for the page to be right: no key stands there twice.
once_in_sql <- function(there, part, to) {
  to$columns <- there$columns
  keys <- vapply(part$keys, function(key) in_sql(key$there, to), "")
  if (length(keys) == 0) keys <- "1"
  list(
    sql = paste0(with_said(there), "\nSELECT count(*) AS n FROM (\n", select_in_sql("1 AS one", there$from, c(
      where_all(sprintf("%s IS NOT NULL", keys)), paste("GROUP BY", toString(keys)), "HAVING count(*) > 1"
    )), "\n) AS twice"),
    says = sprintf("each %s stands once in %s", both(columns_of_keys(part$keys, "there")), part$table)
  )
}

# The entries of other tables under those in hand; what one of them lacks is missing there.
stacked_in_sql <- function(q, part, brief) {
  others <- lapply(part$tables, function(name) {
    source <- brief$tables[[name]]
    there <- query_beside(q, source, names(kinds_of(source)))
    q$steps <<- c(q$steps, there$steps)
    q$asserts <<- c(q$asserts, there$asserts)
    there
  })
  all <- names(part$columns)[names(part$columns) %in% unlist(lapply(c(list(q), others),
    function(one) names(one$columns)))]
  quoted <- stats::setNames(quoted_in_sql(q, all), all)
  label <- if (!is.null(part$name)) c(name_of(brief$source), part$labels)
  selects <- Map(function(one, k) {
    own <- ifelse(all %in% names(one$columns), quoted, sprintf("NULL AS %s", quoted))
    mark <- if (!is.null(label)) sprintf("%s AS %s", constant_for(label[k], to_of(q, "prepare")), quoted_in_sql(q,
      part$name))
    select_in_sql(c(own, mark), one$from)
  }, c(list(q), others), seq_len(1 + length(others)))
  odd <- unique(unlist(lapply(c(list(q), others), `[[`, "odd")))
  q <- add_step(q, "stacked", "*")
  q$steps[[q$from]] <- paste(unlist(selects), collapse = "\nUNION ALL\n")
  q$columns <- as.list(quoted)
  q$kinds <- part$columns[all]
  if (!is.null(part$name)) {
    q$columns[[part$name]] <- quoted_in_sql(q, part$name)
    q$kinds[[part$name]] <- "text"
  }
  q$odd <- odd
  q$floats <- character()
  q
}
