#' Tie a statement out
#'
#' Checks a brief's statement against its entries, and says each result in words, with the numbers:
#' entries read against entries used and left out; the counts of the lines against the entries; the
#' lines of each additive figure against the total of the detail; and every line of every figure,
#' recomputed from its own entries by a second route that has its own grouping, its own sums and its own
#' rounding; the codes by which both know texts are held against the texts themselves.
#'
#' @param x A [brief()], or a statement from [draw_up()]; a statement's own cells and the state of
#'   its source are checked as well. A source that is a file is read again.
#' @param against Figures from elsewhere: totals by name (`c(receipts = 197408.25)`), or a table with
#'   the page's keys and some of its figures (a data frame, a statement of last month, a file), which
#'   is compared line by line. Or a connection to a database (DBI): the page is worked there as well, on the table of
#'   the ledger's name, and compared in every cell ([as_sql()]).
#' @param source The source as it is now, if it is a data frame that may have changed.
#' @param tables Tables as they are now, by the names that `prepare` has for them, if they are data frames.
#' @details Figures are recomputed by sorting, each line from its own entries; those that plain R has to work
#' are recomputed for every line up to a million lines, and in a seeded sample of 2,000 beyond.
#'
#' What other sections do is worked again by plain R, which knows nothing of the first way: which entries `only`
#' keeps, each column of `columns`, that each entry stands in the line of its own keys, which lines `show` shows, their
#' `order`, and that each cell of a crosstab is the line with the keys of its row and the value of its column; all rows
#' up to a million, a seeded sample of 2,000 beyond. A word that has no second way (it looks into another table) is a
#' note, not a tie.
#'
#' Of windows, a seeded sample of rows is worked again one by one; and up to a million rows every rank, every tile,
#' every running and rolling total, smallest and largest value of a frame by rows, days or months, every neighbour (the
#' line before, the value of a year before, the last known one, the first of a group), and every group's shares are
#' checked in whole columns. A statement in hand is held against its brief by name and key: columns, headings and lines
#' that were added, dropped, renamed, doubled or moved, and its cells. A file that has changed since it was opened is
#' found.
#'
#' Findings say what is not wrong by itself and has misled people; the rules are listed below. Each has a weight, the
#' part that it moves of the figure that it moves most: entries by what they carry, a whole figure as 1, what moves none
#' as 0. Printed are the checks that differ, then the heaviest findings, then the checks that tie. A finding that has
#' been weighed can be accepted by its rule's name in the section `notes`, `accept("copies", because = "two boats of one
#' owner")`, and stays listed as accepted. [apply_repair()] mends what a preparation or a condition can mend.
#'
#' Numbers that both routes give exactly must be the same to the last bit. Where plain R works with
#' floating numbers, a figure may be off by one part in 10^9 of itself or by a few last places of the
#' largest entry, and what that does to an expression is worked out. Lines add up within half a last place
#' of each of them, control totals within that of each entry. `against =` a file that the statement was
#' written to must be the same; headings are known, and empty text and nothing are the same in a file.
#' Lines are named by where they stand on the page, and by their keys.
#' A book ([open_book()]) is checked by its states: each is whole, and taken together anew they make the page. Its
#' `against` takes all entries: the page is drawn up from them at once, proved, and compared cell by cell. A page of a
#' ledger in parts ([parts]) is drawn up at once as well where the memory allows, and else proved part by part.
#' @eval c("@section Rules:", rules_listed())
#' @return An object of class `idle_tie_out`: a list of checks, each with `check` (its name),
#'   `status` (`"ties"`, `"differs"`, `"note"` or `"accepted"`), `sentence`, and where it differs `lines`, a data
#'   frame. `as.data.frame()` gives one row a check, with its `page`, and of findings the `weight` (0 to 1), `rule`,
#'   `columns` (a list of names), `lines` (a list of data frames) and `repair` (text); `$` gives such a column.
#'   `all_tie()` is `TRUE` if none differs.
#' @section Errors:
#' Those of [draw_up()]; `idle_bad_argument` for a column that the table of checks does not have.
#' @export
#' @examples
#' page <- brief(demo_table("tolls"),
#'   only = toll > 0, lines = reach, figures = c(passages = count(), receipts = sum(toll))
#' )
#' proof <- tie_out(page)
#' proof
#' all_tie(proof)
#' table(proof$status)
tie_out <- function(x, against = NULL, source = NULL, tables = list()) {
  local_utf8()
  on.exit(progress_done())
  statement <- if (inherits(x, "idle_statement")) x
  brief <- brief_of(x, "tie_out")
  if (!is.null(statement) && !is.null(statement_part(x, "at_source"))) {
    if (is.null(against)) against <- statement_part(x, "connection")
    statement <- NULL
  }
  in_book <- !is.null(lowest_source(brief)$in_book)
  looked <- if (is.null(source)) not_to_be_read_again(brief)
  if (!is.null(statement) || !is.null(source) || length(tables)) {
    brief <- with_tables_now(with_source_now(brief, source), tables)
  }
  drawn <- work_brief(brief)
  checks <- c(
    if (!is.null(statement)) c(
      list(check_fresh(statement, drawn, looked)), check_fresh_tables(statement, drawn),
      list(check_seal(statement, drawn)), check_cells(statement, drawn)
    ) else if (is.null(source)) list(check_read_since(drawn)),
    if (!is.null(against)) checks_against(drawn, against, in_book),
    repairs_that_mend(checks_of_pages(drawn), drawn)
  )
  put_away(drawn)
  as_tie_out(checks, brief)
}

checks_against <- function(drawn, against, in_book) {
  if (inherits(against, "DBIConnection")) return(checks_against_source(drawn, against))
  if (in_book) checks_against_entries(drawn, against) else check_against(drawn, against)
}

# The page of a book against the same page of all entries at once, and what that one owes.
checks_against_entries <- function(drawn, entries) {
  brief <- drawn$brief
  brief$source <- as_source(entries, name_of(brief$source))
  brief$source$name <- name_of(drawn$brief$source)
  whole <- work_brief_at_once(new_brief(brief$source, brief$sections, brief$given))
  of_all <- lapply(checks_of_pages(whole), function(check) {
    check$page <- sprintf("%s, of all entries at once", page_title(brief))
    check
  })
  c(list(check_book_against(drawn, whole)), of_all)
}

check_book_against <- function(drawn, whole) {
  wrong <- columns_apart(drawn, whole)
  cells <- count_of(whole$lines$n * length(whole$lines$columns), "cell")
  a_check("against", is.null(wrong), sprintf("Against: all %s, drawn up at once, make %s: %s.",
    entry_count(whole$entries$n_read), count_of(whole$lines$n, "line"),
    if (is.null(wrong)) sprintf("equal in all %s", cells) else wrong))
}

as_tie_out <- function(checks, brief) {
  structure(list(title = page_title(brief), checks = without_null(checks)), class = "idle_tie_out")
}

# Of a page that is in hand as it was worked.
tie_out_in_hand <- function(drawn) {
  as_tie_out(c(list(check_read_since(drawn)), repairs_that_mend(checks_of_pages(drawn), drawn)), drawn$brief)
}

# What stands in the way of reading the source again; NULL if nothing does.
not_to_be_read_again <- function(brief) {
  source <- lowest_source(brief)
  if (is.null(source$origin)) return(NULL)
  gone <- source$origin[!file.exists(source$origin)]
  if (length(gone)) return(sprintf("the file %s is gone; its entries were kept", basename(gone[1])))
  if (is.null(source$how)) sprintf("%s cannot be read again", name_of(source))
}

# The brief on its source as it stands now: a file is read again, down to the lowest page.
with_source_now <- function(brief, source = NULL) {
  with_source(brief, function(before) {
    now <- if (is.null(source)) source_again(before) else as_source(source, name_of(before))
    if (is.null(now)) return(before)
    now$name <- name_of(before)
    now
  })
}

# The tables beside it as they stand now: those that were given, and files read again.
with_tables_now <- function(brief, tables) {
  used <- character()
  changed <- with_tables(brief, function(table, name) {
    if (!is.null(tables[[name]])) {
      used <<- c(used, name)
      return(as_source(tables[[name]], name))
    }
    if (is_brief(table)) return(with_tables_now(with_source_now(table), list()))
    gone <- !is.null(table$origin) && !all(file.exists(table$origin))
    now <- if (!gone) source_again(table)
    if (is.null(now)) return(table)
    now$name <- name_of(table)
    now
  })
  odd <- setdiff(names(tables), used)
  if (length(odd)) stop_idle(
    "unknown_table", sprintf("The page names no table `%s`.", odd[1]), meant(odd[1], names(brief$tables), "tables")
  )
  changed
}

#' @rdname tie_out
#' @export
all_tie <- function(x) {
  if (!inherits(x, "idle_tie_out")) stop_idle("bad_argument", "all_tie() takes the result of tie_out().")
  !any(vapply(x$checks, function(check) check$status == "differs", TRUE))
}
