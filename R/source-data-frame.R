# A data frame as a ledger. Columns are taken as they are; a class that cannot be held is an error.

room("data_frame", "source", place = 2,
  opens = is.data.frame, open = function(source, how) {
    ledger <- frame_ledger(source, how$name)
    size <- rows_of_part(how$in_parts, ledger$n)
    if (is.null(size)) ledger else frame_in_parts(ledger, size)
  },
  part = function(source, at) {
    all <- source$in_parts$of
    rows <- seq.int(at$from, length.out = at$n)
    new_ledger(lapply(all, pick_rows, rows = rows), sprintf("%s, %s", source$name, place_of_part(at)), at$n)
  },
  to_send = function(source, parts) {
    sent <- source$in_parts
    rows <- unlist(lapply(sent$at[parts], function(at) seq.int(at$from, length.out = at$n)))
    sent$of <- lapply(sent$of, pick_rows, rows = rows)
    before <- 0
    for (k in parts) {
      sent$at[[k]]$from <- before + 1
      before <- before + sent$at[[k]]$n
    }
    sent
  },
  again = NULL, seal = function(source) seal_of_table(source)
)

# How many rows a part of `n` has, where parts are asked for; by TRUE a table is cut into eight.
rows_of_part <- function(asked, n) {
  asked <- check_parts_asked(asked)
  if (is.null(asked) || isFALSE(asked)) NULL else if (isTRUE(asked)) max(1, ceiling(n / 8)) else asked
}

frame_in_parts <- function(ledger, size) {
  at <- lapply(rows_in_parts(ledger$n, size), function(part) c(part, list(from = part$first)))
  columns <- ledger$columns
  cut <- put_in_parts(ledger, vapply(at, `[[`, 1, "n"), at, ledger$kinds, "data_frame")
  cut$in_parts$of <- columns
  cut$fetch <- function(names) columns[names]
  cut
}

frame_ledger <- function(frame, name, origin = NULL, notes = character(), column_notes = list()) {
  if (nrow(frame) > .Machine$integer.max) stop_idle(
    "too_large", sprintf("%s has %s rows; %s are the most.", name, big_mark(nrow(frame)),
      big_mark(.Machine$integer.max)),
    "Open it in parts, and bring the pages of the parts together."
  )
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
  odd <- which(!validUTF8(names))
  if (length(odd) > 0) {
    stop_idle(
      "bad_text", sprintf("%s: the name of column %d is not valid UTF-8.", where, odd[1]),
      "If it was written in another encoding, say which: ledger(..., encoding = \"latin1\")."
    )
  }
  bad <- which(is.na(names) | !nzchar(names))
  if (length(bad) > 0) {
    stop_idle("duplicate_columns", sprintf("%s: column %d has no name.", where, bad[1]),
      "Give every column a name; or is there a separator too many, or are there row numbers without a heading?")
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
  if (inherits(column, "POSIXlt")) column <- as.POSIXct(column)
  if (inherits(column, "AsIs")) class(column) <- setdiff(class(column), "AsIs")
  if (is.ordered(column)) class(column) <- "factor"
  check_column(column, label, where)
  note <- NULL
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
  if (inherits(column, "POSIXct")) {
    if (!nzchar(zone_of(column))) attr(column, "tzone") <- zone_here()
    if (!is.double(column)) storage.mode(column) <- "double"
  }
  if (is.factor(column) && anyNA(levels(column))) column <- factor(as.character(column), levels(column))
  list(column = column, note = note)
}

# Columns come from outside: what claims to be of a class must be made like it.
check_column <- function(column, label, where) {
  spans <- inherits(column, "difftime") && typeof(column) %in% c("double", "integer")
  if (!spans && (is.na(kind_of(column)) || is_text_vector(column) || !is.null(dim(column)))) {
    stop_idle(
      "bad_column",
      sprintf(
        "%s: the column `%s` is of class %s, which a ledger cannot hold.", where, label, tick(class(column)[1])
      ),
      "Make it text, numbers, dates or yes/no first, or leave it out.",
      column = label
    )
  }
  if (is_well_made(column)) return(invisible())
  stop_idle(
    "bad_column",
    sprintf(
      "%s: the column `%s` says that it is of class %s and is not made like one.", where, label, tick(class(column)[1])
    ),
    "It may have been put together by hand or damaged; make it anew, for instance with as.character().",
    column = label
  )
}

is_well_made <- function(column) {
  type <- typeof(column)
  if (is.factor(column)) {
    levels <- levels(column)
    if (type != "integer" || !is.character(levels) || anyDuplicated(levels)) return(FALSE)
    codes <- range(as.integer(unclass(column)), 1L, na.rm = TRUE)
    return(length(column) == 0 || all(is.na(unclass(column))) || codes[1] >= 1 && codes[2] <= length(levels))
  }
  if (inherits(column, "integer64")) return(type == "double")
  if (is_moment_vector(column)) return(type %in% c("double", "integer"))
  TRUE
}
