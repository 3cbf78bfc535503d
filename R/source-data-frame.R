# A data frame as a ledger. Columns are taken as they are; a class that cannot be held is an error.

frame_ledger <- function(frame, name, origin = NULL, notes = character(), column_notes = list()) {
  columns <- as.list(frame)
  check_column_names(names(columns), name)
  held <- Map(function(column, label) hold_column(column, label, name), columns, names(columns))
  changed <- unlist(lapply(held, function(h) h$note))
  new_ledger(
    lapply(held, function(h) h$column), name, nrow(frame), origin,
    c(notes, unname(changed)), column_notes
  )
}

check_column_names <- function(names, where) {
  if (length(names) == 0) {
    stop_idle("bad_file", sprintf("%s has no columns.", where))
  }
  bad <- which(is.na(names) | !nzchar(names))
  if (length(bad) > 0) {
    stop_idle("duplicate_columns", sprintf("%s: column %d has no name.", where, bad[1]), "Give every column a name.")
  }
  twice <- unique(names[duplicated(names)])
  if (length(twice) > 0) {
    places <- which(names == twice[1])
    stop_idle(
      "duplicate_columns",
      sprintf("%s: the column name `%s` stands twice, in columns %s.", where, twice[1], both(places)),
      "Give every column a name of its own.",
      column = twice[1]
    )
  }
}

hold_column <- function(column, label, where) {
  note <- NULL
  if (inherits(column, "POSIXlt")) column <- as.POSIXct(column)
  if (inherits(column, "difftime")) {
    units <- attr(column, "units")
    column <- as.double(unclass(column))
    note <- sprintf(
      "`%s` is a span of time and is held as a number of %s.", label, if (is.null(units)) "seconds" else units
    )
  }
  if (inherits(column, "Date")) {
    days <- as.double(unclass(column))
    if (any(days != floor(days), na.rm = TRUE)) {
      note <- sprintf("`%s` has dates with a part of a day, which is cut off.", label)
    }
    column <- if (is.null(note) && is.double(column)) column else as_date_class(floor(days))
  }
  if (inherits(column, "AsIs")) class(column) <- setdiff(class(column), "AsIs")
  if (is.ordered(column)) class(column) <- "factor"
  if (is.na(kind_of(column)) || !is.null(dim(column))) {
    stop_idle(
      "bad_column",
      sprintf(
        "%s: the column `%s` is of class %s, which a ledger cannot hold.", where, label, tick(class(column)[1])
      ),
      "Make it text, numbers, dates or yes/no first, or leave it out.",
      column = label
    )
  }
  if (is.factor(column) && anyNA(levels(column))) column <- factor(as.character(column), levels(column))
  list(column = column, note = note)
}
