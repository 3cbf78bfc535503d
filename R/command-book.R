# book: a page that is kept summed, to which parts are posted. The first word after it says what is done.

room("book", "command", place = 7.5,
  words = "a page kept summed: new, post, draw-up, postings, withdraw, check",
  options = function() {
    c(lapply(list(
      name = list(takes = "NAME", does = "of a posting", example = "2026-11-28"),
      alike = list(does = "post entries though others like them were posted before"),
      replace = list(does = "withdraw the posting of that name as this one is made"),
      until = list(takes = "WHEN", does = "the page as it was: a day, or the number of the last posting that counts",
        example = "2026-11-28"),
      against = list(takes = "FILE", does = "with check: all entries, from which the page is drawn up at once",
        example = "tolls.csv"),
      rows = list(takes = "N", does = "how many lines to print, all if it is not given", example = "20", least = 0)
    ), function(option) c(option, group = "The book")), brief_options(), output_options())
  },
  example = "book post receipts.book november.csv --name 2026-11",
  run = function(options, files) {
    deeds <- book_deeds()
    deed <- if (length(files)) files[1] else ""
    if (!deed %in% names(deeds)) stop_idle(
      "bad_argument", sprintf("book does one of these: %s.", listing(names(deeds), 10)),
      "Such as idle-ledger book new receipts.book tolls.csv --lines lock --figures 'receipts = sum(toll)'."
    )
    if (length(files) < 2) stop_idle("bad_argument", sprintf("book %s needs the book's file.", deed))
    deeds[[deed]](files[2], files[-(1:2)], options)
  }
)

# What can be done with a book: its path, the files named after it, the options; each gives how the program ends.
book_deeds <- function() {
  list(
    new = function(path, files, options) {
      if (file.exists(path)) stop_idle("bad_argument", sprintf("%s is there already.", path))
      print(open_book(path, brief_of_options(options, files)))
      0L
    },
    post = function(path, files, options) {
      book <- book_named(path, options)
      if (length(files) == 0) stop_idle("bad_argument", "book post needs files with entries.")
      for (file in files) {
        post_ledger(book, open_file(file, options), if (length(files) == 1) options[["name"]], isTRUE(options$alike),
          isTRUE(options$replace))
        if (!isTRUE(options$quiet)) message(clean_text(sprintf("Posted %s.", file)))
      }
      0L
    },
    `draw-up` = function(path, files, options) {
      put_out(draw_up(book_named(path, options), as_of = moment_of(options)),
        options)
      0L
    },
    postings = function(path, files, options) {
      put_out(draw_up(new_brief(as_source(postings(book_named(path, options)), "postings"), list())), options)
      0L
    },
    withdraw = function(path, files, options) {
      if (length(files) != 1) stop_idle("bad_argument", "book withdraw needs the number or the name of one posting.")
      number <- strict_number(files)
      withdraw(book_named(path, options), if (is.na(number)) files else number)
      if (!isTRUE(options$quiet)) message(clean_text(sprintf("Withdrew %s.", files)))
      0L
    },
    check = function(path, files, options) {
      against <- options[["against"]]
      proof <- tie_out(book_named(path, options), against = if (!is.null(against)) open_file(against, options))
      print(proof, all = TRUE)
      if (all_tie(proof)) 0L else 1L
    }
  )
}

moment_of <- function(options) {
  until <- options[["until"]]
  if (is.null(until)) return(NULL)
  number <- strict_number(until)
  if (is.na(number)) until else number
}

# The book of a command, with the tables that --source names.
book_named <- function(path, options) {
  open_book(path, tables = further_sources(options), outside = isTRUE(options$outside))
}
