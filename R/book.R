#' Books: pages that are kept summed
#'
#' A page that is asked for every day need not read all entries every day. A book keeps the states of a page's figures
#' in one file; `post()` adds a part of the entries to it, and nothing that was posted before is read again. Drawn
#' up, the page is to the last bit what it would be of all parts at once.
#'
#' @param path The path of the book's file, which ends in `.book`, `.sqlite` or `.db`; or a connection made by
#'   `DBI::dbConnect()`, in whose database the book is kept.
#' @param page A [brief()] with `lines`, whose entries can be worked part by part (see [parts]): for a new book. Its
#'   ledger says which columns there are; its entries are not posted by this.
#' @param tables Tables that the page looks into and that are in no file, by name, when a book is opened again.
#' @param outside Whether files that the page of a book looks into may stand outside of the book's folder, as with
#'   [read_brief()]: a book that came from elsewhere opens no others by itself.
#' @param book A book.
#' @param entries A part of the entries: what [ledger()] opens, or a ledger. It has the columns of the page's ledger
#'   that the page names, of the same kinds.
#' @param name A name for the posting, such as `"2026-11-28"`; by default that of the file or table.
#' @param alike Whether entries are posted even if a part that is like them in every column that the page reads was
#'   posted before: other entries that happen to be alike.
#' @param replace Whether the posting of that name, if there is one, is withdrawn as this one is made: a correction, as
#'   one change. The old one stays in `postings()` as withdrawn.
#' @param posting The number or the name of a posting.
#' @param x A book.
#' @param ... Not used.
#' @return `open_book()` a book, of class `idle_book`; `post()` and `withdraw()` the same book, unseen; `postings()` a
#'   data frame with one row a posting: its number, name, when it was posted (UTC), from what, how many entries it
#'   had, how many of them were used, in how many lines, and when it was withdrawn.
#' @section What takes a book: `draw_up(book)`, `draw_up(book, as_of = )` with a day, a moment or the number of
#'   the last posting that counts; `tie_out(book)`, and `tie_out(book, against = all_entries)`, which draws the
#'   page up from the entries at once and compares every cell; `chart()`, `report()`, `write_statement()`; and
#'   `brief(book, ...)`, a page drawn up from the book's page.
#' @section What holds: A part that was posted already, by the fingerprint of the columns that the page reads, is
#'   refused, but with `alike = TRUE`; so is a second posting of a name, given or of a file, but with `replace = TRUE`.
#' Tables in memory that were given no name are numbered. Each posting keeps its own states, so it can be withdrawn. A
#' posting is one
#'   transaction of the database: ended at any moment, it has been made or not. Several processes may post at once, and
#'   wait for each other. States carry checksums.
#' @section Errors: `idle_bad_book` (a file that is no book, or cannot be used), `idle_bad_state` (a state that is
#'   damaged), `idle_no_file`, `idle_posted_already`, `idle_other_shape` (entries without a column of the page, or
#'   with one of another kind), `idle_bad_argument` (a page that cannot be kept, and why; a posting that there is
#'   not), `idle_not_given`, `idle_no_package` (DBI, RSQLite, yaml, jsonlite).
#' @seealso [parts], [tie_out()], [draw_up()]
#' @export
#' @examplesIf requireNamespace("RSQLite", quietly = TRUE) && requireNamespace("yaml", quietly = TRUE)
#' tolls <- as.data.frame(demo_table("tolls"))
#' month <- format(tolls$passed_on, "%Y-%m")
#' page <- brief(tolls, lines = lock, figures = c(passages = count(), receipts = sum(toll), typical = median(toll)))
#' book <- open_book(tempfile(fileext = ".book"), page)
#' for (one in c("2024-07", "2024-08")) post(book, tolls[month == one, ], name = one)
#' book
#' draw_up(book)
#' postings(book)
open_book <- function(path, page = NULL, tables = list(), outside = FALSE) {
  local_utf8()
  for (package in c("yaml", "jsonlite")) need_package(package, "books")
  book <- structure(list(), class = "idle_book")
  if (inherits(path, "DBIConnection")) book$connection <- path else book$path <- path_of_book(path, !is.null(page))
  facts <- if (!is_book_in_file(book) || file.exists(book$path)) facts_of_book(book)
  if (is.null(page) && is.null(facts)) stop_idle(
    "bad_book", sprintf("%s holds no book.", book_name(book)), "A new book needs its page: open_book(path, page)."
  )
  if (is.null(facts)) begin_book(book, page)
  # Who has the page at hand knows which files it names; a book that was received says so only.
  opened <- opened_book(book, tables, isTRUE(outside) || !is.null(page))
  if (!is.null(page)) check_same_page(opened, page)
  opened
}

path_of_book <- function(path, may_be_new) {
  if (!is_one_text(path) || !grepl("[.](book|sqlite|db)$", path)) stop_idle(
    "bad_argument", sprintf("%s is no name for a book.", value_text(path)[1]),
    "It ends in .book, such as receipts.book."
  )
  if (!file.exists(path)) {
    if (!may_be_new) stop_no_file(path)
    if (!dir.exists(dirname(path))) stop_idle("no_file", sprintf("There is no folder %s.", dirname(path)))
    return(file.path(normalizePath(dirname(path)), basename(path)))
  }
  if (core_file_kind(path) != "file") stop_idle("bad_book", sprintf("%s is no file.", path))
  normalizePath(path)
}

# What is written into a new book: its page as text, and what columns it was made of.
begin_book <- function(book, page) {
  check_can_be_kept(page)
  page$source <- without_entries(page$source)
  text <- paste(brief_lines(page, if (is_book_in_file(book)) dirname(book$path) else getwd()), collapse = "\n")
  changing_book(book, function(connection) {
    if (DBI::dbExistsTable(connection, "idle_book")) return(invisible())
    make_tables_of_book(connection)
    put_facts(connection, list(
      format = book_format, page = text, name = name_of(page$source), made_at = now_written(),
      made_by = package_version_text(), columns = paste(core_columns_save(page$source$columns), collapse = "")
    ))
  })
}

check_can_be_kept <- function(page) {
  check_is_brief(page)
  if (is_brief(page$source)) stop_idle(
    "bad_argument", "A book keeps a page that is drawn up from a ledger, and this one is drawn up from a page.",
    "Keep the page below in a book, and draw this one up from it: brief(book, ...)."
  )
  why <- whole_asked_by(page)
  if (!is.null(why)) stop_idle(
    "bad_argument", sprintf("This page cannot be kept in a book, since %s.", why),
    "A book keeps pages whose entries can be worked part by part: see help(\"parts\")."
  )
  wanting <- values_wanting(page)
  if (length(wanting)) stop_idle(
    "not_given", sprintf("The page asks for given(%s), and a book keeps its answer.", wanting[1]),
    sprintf("supply(page, %s = ...) before the book is opened.", wanting[1])
  )
}

# A ledger of the same columns and nothing in it.
without_entries <- function(source) {
  columns <- lapply(entries_of_first_part(source), pick_rows, rows = integer())
  empty <- new_ledger(columns, name_of(source), 0)
  empty$opened_as <- "data_frame"
  empty
}

entries_of_first_part <- function(source) {
  from <- if (is_in_parts(source)) part_of_ledger(source, 1) else source
  coded_columns(from, names(kinds_of(source)))
}

opened_book <- function(book, tables = list(), outside = TRUE) {
  facts <- facts_of_book(book)
  if (is.null(facts$format)) stop_idle("bad_book", sprintf("%s holds no book.", book_name(book)))
  if (!identical(facts$format, book_format)) stop_idle(
    "bad_book", sprintf("%s is of format %s, and this version knows %s.", book_name(book), facts$format, book_format),
    "Open it with the version of idleledger that wrote it, or a newer one."
  )
  columns <- readable_states(columns_read_back(bytes_of_digits(facts$columns)), book_name(book))
  ledger <- ledger_of_book(book, columns, facts$name)
  lines <- strsplit(facts$page, "\n", fixed = TRUE)[[1]]
  where <- places_in(lines, book_name(book))
  folder <- if (is_book_in_file(book)) dirname(book$path) else getwd()
  list <- list_of_yaml(lines, where)
  own <- Filter(function(name) identical(list$tables[[name]]$given, "yes") && !name %in% names(tables),
    names(list$tables))
  brief <- brief_from_list(list, source_of_book(ledger, own, source_opener(folder, tables, outside, where)), where)
  book$brief <- brief
  book$facts <- facts[c("name", "made_at", "made_by")]
  book
}

# The first table that stands in no file is the book's own.
source_of_book <- function(ledger, own, opener) {
  function(name, table) if (name %in% own[1]) ledger else opener(name, table)
}

check_same_page <- function(book, page) {
  text <- function(brief) {
    brief$source <- without_entries_of(brief$source)
    brief$sections <- brief$sections[intersect(section_names(), names(brief$sections))]
    brief_lines(brief, "")[-1]
  }
  if (identical(text(book$brief), text(page))) return(invisible())
  stop_idle(
    "bad_argument", sprintf("%s keeps another page than this one.", book_name(book)),
    "Open it without a page to see which, or begin a new book."
  )
}

without_entries_of <- function(source) {
  empty <- new_ledger(list(), name_of(source), 0)
  empty$kinds <- kinds_of(source)
  empty
}

#' @rdname open_book
#' @export
post <- function(book, entries, name = NULL, alike = FALSE, replace = FALSE) {
  local_utf8()
  check_is_book(book)
  if (!rlang::is_bool(alike)) stop_idle("bad_argument", "alike is TRUE or FALSE.")
  if (!rlang::is_bool(replace)) stop_idle("bad_argument", "replace is TRUE or FALSE.")
  on.exit(progress_done())
  post_ledger(book, open_source(entries, list(name = short_name(deparse1(substitute(entries))))), name, alike, replace)
}

post_ledger <- function(book, source, name = NULL, alike = FALSE, replace = FALSE) {
  book <- book_as_it_stands(book)
  source <- fitted_to_page(source, book)
  settled <- kinds_settled_by(book, source)
  book <- book_with_kinds(book, settled)
  as <- list(settled = settled, name = if (is.null(name)) name_of(source) else name, source = name_of(source),
    alike = alike,
    replace = replace, numbered = is.null(name) && !is_from_file(source))
  if (!is_one_text(as$name) || is.na(as$name) || !nzchar(as$name)) stop_idle("bad_argument", "name is one text.")
  post_told(book, told_of_ledger(book, source), as)
  invisible(book)
}

# Entries whose columns are those of the page; a column of nothing is of any kind.
fitted_to_page <- function(source, book) {
  brief <- book$brief
  kinds <- kinds_of(brief$source)
  for (name in columns_of_page(brief)) {
    kind <- unname(kinds_of(source)[name])
    if (is.na(kind)) stop_idle(
      "other_shape", sprintf("%s has no column `%s`, which the page of %s names.", name_of(source), name,
        book_name(book)), meant(name, names(kinds_of(source)), "columns"), column = name
    )
    if (kind != kinds[[name]] && kind != "empty" && kinds[[name]] != "empty") stop_idle(
      "other_shape", sprintf("%s: `%s` is %s, and in the book it is %s.", name_of(source), name, a_kind(kind),
        a_kind(kinds[[name]])), sprintf("Say its kind when the ledger is opened, such as %s.",
        advice_on_kind(name, kind_to_ask(kinds[[name]]))), column = name
    )
  }
  source
}

# The states of what is to be posted, which may be in parts itself.
told_of_ledger <- function(book, source) {
  brief <- book$brief
  brief$source <- source
  if (!is_in_parts(source)) return(told_of_part(page_with_kinds(brief, book), 0))
  found <- with_spill(all_parts(brief, FALSE, new.env(parent = emptyenv())))
  told <- found$parts[[1]]
  told$states <- found$states
  entries <- entries_of_all_parts(open_page(brief)$entries, found$parts)
  told$entries <- entries[names(told$entries)]
  told$prints <- entries$seen$prints
  told$tally <- tallies_together(lapply(found$parts, `[[`, "tally"))
  told$page$notes <- unique(unlist(lapply(found$parts, function(part) part$page$notes)))
  told
}

page_with_kinds <- function(brief, book) {
  kinds <- kinds_of(book$brief$source)
  own <- brief$source
  empty <- intersect(names(kinds)[kinds != "empty"], names(own$kinds)[own$kinds == "empty"])
  if (length(empty)) {
    columns <- columns_in_hand(own, columns_of_page(brief))
    like <- book$brief$source$columns
    columns[empty] <- lapply(like[empty], pick_rows, rows = rep(NA_integer_, size_of(own)))
    brief$source <- new_ledger(columns, name_of(own), size_of(own), own$origin)
    brief$source$opened_as <- "data_frame"
  }
  brief$source$rows_before <- 0
  drawn <- open_page(brief)
  for (name in sections_before_lines(brief)) drawn <- work_section(drawn, name)
  drawn
}

# What was told goes into the book, with the number of its posting, as one change; `as` says how: its name, where it is
# from, and what of the postings that are there may stand beside it.
post_told <- function(book, told, as) {
  brief <- book$brief
  nodes <- nodes_of_figures(brief)
  print <- print_of_posting(told)
  changing_book(book, function(connection) {
    if (length(as$settled)) put_kinds(connection, book, as$settled)
    if (as$replace) as$name <- name_of_posting(connection, as)
    postings <- postings_in(connection)
    same <- if (!as$alike && nzchar(print)) which(postings$print == print & is.na(postings$withdrawn_at))
    if (length(same)) stop_idle(
      "posted_already", sprintf("These entries were posted already, as %s on %s.", value_text(postings$name[same[1]]),
        sub("T", " at ", substr(postings$posted_at[same[1]], 1, 16))),
      c("Nothing was posted. withdraw() takes a posting back.",
        "Other entries that are alike in all that the page reads are posted with alike = TRUE, or --alike.")
    )
    if (!as$replace) as$name <- name_of_posting(connection, as)
    number <- max(0, postings$posting) + 1
    told$states <- numbered_states(told$states, number)
    put_posting(connection, list(
      posting = number, name = as$name, posted_at = now_written(), source = as$source, print = print,
      entries = told$entries$n_read, used = told$entries$n, lines = told$states$n, withdrawn_at = NA_character_,
      told = told_written(told)
    ), states_saved(told$states, nodes))
    take_together(connection, brief)
  })
}

# The name of a new posting: one that no other has, or that of one which gives way to it.
name_of_posting <- function(connection, as) {
  postings <- postings_in(connection)
  there <- which(is.na(postings$withdrawn_at))
  own <- there[postings$name[there] == as$name]
  if (length(own) == 0) return(as$name)
  if (as$numbered) {
    names <- sprintf("%s (%d)", as$name, seq_along(there) + 1L)
    return(setdiff(names, postings$name[there])[1])
  }
  if (!as$replace) stop_idle(
    "posted_already", sprintf("A posting is named %s already: %s, posted on %s.", value_text(as$name),
      entry_count(postings$entries[own[1]]), sub("T", " at ", substr(postings$posted_at[own[1]], 1, 16))),
    c("Nothing was posted. To put this in its place: replace = TRUE, or --replace.",
      "If these are further entries, give them a name of their own.")
  )
  for (at in own) take_back(connection, postings[at, ])
  as$name
}

# Withdraws one posting, and what stands together with it.
take_back <- function(connection, posting) {
  posting$withdrawn_at <- now_written()
  DBI::dbExecute(connection, sprintf("UPDATE idle_postings SET withdrawn_at = %s, seal = %s WHERE posting = %d",
    DBI::dbQuoteString(connection, posting$withdrawn_at), DBI::dbQuoteString(connection, seals_of_postings(posting)),
    as.integer(posting$posting)))
  known <- states_in(connection)
  gone <- known$kind == "standing" & vapply(known$of, function(of) posting$posting %in% of, TRUE)
  drop_standing(connection, known$number[gone])
}

# By the columns that the page reads; a page that reads none cannot tell its entries apart.
print_of_posting <- function(told) {
  prints <- told$prints[in_code_order(as.character(names(told$prints)))]
  if (length(prints)) core_texts_checksums(paste(c(told$entries$n_read, unlist(prints)), collapse = " ")) else ""
}

# Entries kept stand in the order of the postings, and of each in their own.
numbered_states <- function(states, number) {
  states$kept <- lapply(states$kept, function(kept) {
    kept$at <- number * 2^33 + as.double(rank(kept$at, ties.method = "first"))
    kept
  })
  states
}

# Once single postings weigh a quarter of what stands together, they are taken in, so that a page is drawn up from few
# states however many were posted.
take_together <- function(connection, brief) {
  known <- states_in(connection)
  there <- postings_in(connection)
  valid <- there$posting[is.na(there$withdrawn_at)]
  standing <- known[known$kind == "standing", ]
  covered <- if (nrow(standing)) standing$of[[which.max(lengths(standing$of))]]
  waiting <- known[known$kind == "posting" & known$number %in% setdiff(valid, covered), ]
  lines <- if (length(covered)) max(standing$lines) else 0
  if (nrow(waiting) < 2 || sum(waiting$lines) <= lines / 4 && nrow(waiting) < 64) return(invisible())
  states <- states_together(states_of_postings(connection, brief, valid))
  drop_standing(connection, standing$number)
  put_states(connection, "standing", max(0, standing$number) + 1, valid, states_saved(states, nodes_of_figures(brief)))
}

#' @rdname open_book
#' @export
postings <- function(book) {
  check_is_book(book)
  found <- with_book(book, postings_in)
  moment <- function(text) as.POSIXct(substr(text, 1, 19), format = "%Y-%m-%dT%H:%M:%S", tz = "UTC")
  data.frame(
    posting = as.integer(found$posting), name = found$name, posted_at = moment(found$posted_at), from = found$source,
    entries = found$entries, used = found$used, lines = found$lines, withdrawn_at = moment(found$withdrawn_at)
  )
}

#' @rdname open_book
#' @export
withdraw <- function(book, posting) {
  check_is_book(book)
  changing_book(book, function(connection) {
    there <- postings_in(connection)
    number <- if (is.numeric(posting)) posting else there$posting[there$name %in% posting & is.na(there$withdrawn_at)]
    if (length(number) > 1) stop_idle("bad_argument", sprintf(
      "%s are named %s.", count_of(length(number), "posting"), value_text(posting)
    ), sprintf("Say the number: %s.", either(as.character(number))))
    at <- which(there$posting %in% number)
    if (length(at) != 1 || !is.na(there$withdrawn_at[at])) stop_idle(
      "bad_argument", sprintf("There is no posting %s to be withdrawn.", value_text(posting)[1]),
      if (is.character(posting)) meant(posting[1], there$name[is.na(there$withdrawn_at)], "postings") else
        "postings(book) lists them."
    )
    take_back(connection, there[at, ])
    take_together(connection, book$brief)
  })
  invisible(book)
}

check_is_book <- function(book) {
  if (inherits(book, "idle_book")) return(invisible())
  stop_idle("bad_argument", sprintf("This takes a book, and got %s.", a_thing(book)), "Open one with open_book(path).")
}

# The page of a book as it was.
book_as_of <- function(book, as_of) {
  book <- book_as_it_stands(book)
  if (is.null(as_of)) return(book$brief)
  fine <- length(as_of) == 1 && !is.na(as_of) && (is.numeric(as_of) || inherits(as_of, c("Date", "POSIXct")) ||
    is.character(as_of) && !is.na(as.Date(as_of, optional = TRUE)))
  if (!fine) stop_idle("bad_argument", "as_of takes a day, a moment, or the number of the last posting that counts.")
  brief <- book$brief
  brief$source$in_book$as_of <- as_of
  brief
}

#' @rdname open_book
#' @export
print.idle_book <- function(x, ...) {
  local_utf8()
  there <- postings(x)
  own <- there[is.na(there$withdrawn_at), ]
  say_title(sprintf("%s: %s of %s", book_name(x), count_of(nrow(own), "posting"), entry_count(sum(own$entries))))
  for (line in brief_words(x$brief)) cat("  ", clean_text(line), "\n", sep = "")
  last <- utils::tail(own, 5)
  if (nrow(last)) print_table(list(
    posting = last$posting, name = last$name, `posted at` = format(last$posted_at, "%Y-%m-%d %H:%M"),
    entries = last$entries, used = last$used, lines = last$lines
  ))
  if (nrow(own) > 5) say_quiet(sprintf("%s more before: postings(book)", big_mark(nrow(own) - 5)))
  gone <- nrow(there) - nrow(own)
  if (gone > 0) say_quiet(sprintf("%s withdrawn", count_of(gone, "posting")))
  invisible(x)
}
