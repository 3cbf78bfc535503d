# What a database gives as columns of a ledger.

columns_of_query <- function(connection, sql, name) {
  frame <- of_one_type(connection, name, DBI::dbGetQuery(connection, sql))
  check_column_names(names(frame), name)
  held <- Map(function(column, label) hold_column(column, label, name), as.list(frame), names(frame))
  list(columns = lapply(held, `[[`, "column"), n = nrow(frame), notes = unlist(lapply(held, `[[`, "note")))
}

# What is fetched, or why it is not: a connection that is gone, or what the database says.
fetched <- function(connection, name, work) {
  readable(name, ours_or(work, function(e) {
    if (!is_lost(connection, conditionMessage(e))) stop(e)
    stop_idle("lost_connection", sprintf("The connection was lost while %s was read.", name),
      "Open it again with DBI::dbConnect(), and then the ledger; nothing was changed there.")
  }))
}

# Values of several types in one column would be changed to one.
of_one_type <- function(connection, name, work) {
  withCallingHandlers(
    fetched(connection, name, work),
    warning = function(w) {
      if (grepl("mixed type", conditionMessage(w))) stop_idle(
        "bad_column", sprintf("%s: %s.", name, sub(",.*", "", conditionMessage(w))),
        "Cast the column to one type in a SELECT."
      )
    }
  )
}

# What a SELECT names; decimals are asked for as texts, so that no digit is lost.
shown_in_select <- function(ledger, names) {
  quoted <- DBI::dbQuoteIdentifier(ledger$connection, names)
  toString(ifelse(names %in% ledger$query$decimals, sprintf("CAST(%s AS text) AS %s", quoted, quoted), quoted))
}

# Columns as the ledger has them: decimals come as texts and become the doubles nearest to them.
held_from_server <- function(ledger, frame, names) {
  lapply(stats::setNames(nm = names), function(label) {
    column <- hold_column(frame[[label]], label, ledger$name)$column
    decimal <- label %in% ledger$query$decimals && ledger$kinds[[label]] == "double"
    if (decimal) core_strict_values(column, "number") else column
  })
}
