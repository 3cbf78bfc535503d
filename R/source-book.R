# The page of a book, drawn up from the states of its postings.

# The source of a book's page: its columns are known, and its entries are not kept.
ledger_of_book <- function(book, columns, name) {
  ledger <- new_ledger(columns, name, 0)
  ledger$kinds <- vapply(columns, kind_of, "")
  ledger$in_book <- book
  ledger$opened_as <- "book"
  ledger$kept <- new.env(parent = emptyenv())
  ledger$fetch <- function(names) {
    stop_idle(
      "bad_argument", sprintf("%s keeps the states of its page, and no entries.", book_name(book)),
      "Ask a page of the entries: brief(entries, ...), or tie_out(book, against = entries)."
    )
  }
  ledger
}

room("book", "source", place = 0.5,
  opens = function(source) inherits(source, "idle_book"),
  open = function(source, how) {
    stop_idle(
      "bad_argument", "A book is no ledger: it keeps the states of a page, and no entries.",
      "A page can be drawn up from its page: brief(book, lines = ..., figures = ...)."
    )
  },
  drawn = function(brief, watch) work_page_of_book(brief, watch), owes = function(drawn) checks_of_book(drawn),
  print = function(source, name) {
    postings <- with_book(source$in_book, postings_in)
    if (name == "postings") whole_print(print_of_postings(postings_meant(source$in_book, postings)), name)
  },
  again = function(source) source, seal = NULL
)

print_of_postings <- function(postings) core_texts_checksums(paste(postings$print, collapse = " "))

# Each posting's state is whole, and what stands together is what they make when taken together anew.
checks_of_book <- function(drawn) {
  brief <- drawn$brief
  book <- brief$source$in_book
  said <- tryCatch(with_book(book, function(connection) {
    postings <- postings_meant(book, postings_in(connection))
    nodes <- nodes_of_figures(brief)
    single <- lapply(postings$posting, function(number) {
      states_read(read_states(connection, "posting", number), nodes, sprintf("The state of posting %d", number))
    })
    if (length(single) == 0) return(list(ties = TRUE, text = "none has been posted"))
    anew <- states_in_order(states_together(single), drawn$page$locale)
    apart <- states_apart(drawn, anew)
    list(ties = is.null(apart), text = if (is.null(apart)) sprintf(
      "the states of %s are whole, and taken together anew they make the same %s", count_of(nrow(postings), "posting"),
      count_of(anew$n, "line")
    ) else apart)
  }), idle_bad_state = function(e) list(ties = FALSE, text = e$said[1]))
  list(a_check("postings", said$ties, sprintf("Postings: %s.", said$text)))
}

states_apart <- function(drawn, anew) {
  own <- drawn$lines$groups
  if (own$n != anew$n) return(sprintf("they make %s, and the page has %s", count_of(anew$n, "line"), big_mark(own$n)))
  nodes <- nodes_of_figures(drawn$brief)
  here <- finished_states(nodes, own)
  there <- finished_states(nodes, anew)
  same <- mapply(function(a, b) all(same_values(without_note(a), without_note(b))), here$values, there$values)
  same <- c(same, all(here$entries == there$entries))
  if (!all(same)) sprintf("taken together anew, %s do not come out the same", count_of(sum(!same), "figure"))
}

work_page_of_book <- function(brief, watch = NULL) {
  book <- brief$source$in_book
  told <- with_book(book, function(connection) {
    postings <- postings_meant(book, postings_in(connection))
    c(told_of_postings(connection, brief, postings), list(postings = postings))
  })
  drawn <- page_of_all_parts(brief, told)
  drawn$entries$seen$prints <- list(postings = print_of_postings(told$postings))
  drawn$entries$seen$kinds <- list(postings = "postings")
  drawn$entries["part_sizes"] <- list(NULL)
  work_on_lines(drawn, watch)
}

# Those that count: not withdrawn by the moment that is asked for, and posted until then.
postings_meant <- function(book, postings) {
  as_of <- book$as_of
  if (is.null(as_of)) return(postings[is.na(postings$withdrawn_at), ])
  if (is.numeric(as_of) && !inherits(as_of, c("Date", "POSIXct"))) {
    return(postings[postings$posting <= as_of & is.na(postings$withdrawn_at), ])
  }
  moment <- moment_asked(as_of)
  there <- postings$posted_at <= moment & (is.na(postings$withdrawn_at) | postings$withdrawn_at > moment)
  postings[there, ]
}

# A day counts to its end.
moment_asked <- function(as_of) {
  if (is.character(as_of)) as_of <- if (nchar(as_of) <= 10) as.Date(as_of) else as.POSIXct(as_of, tz = "UTC")
  if (inherits(as_of, "Date")) return(paste0(day_text(as_of), "T23:59:59.999Z"))
  format(as_of, "%Y-%m-%dT%H:%M:%OS3Z", tz = "UTC")
}

# The states of these postings taken together, the largest that stand together already first; and what is told of each.
told_of_postings <- function(connection, brief, postings) {
  own <- part_without_entries(brief)
  told <- told_read(postings, own)
  states <- states_of_postings(connection, brief, postings$posting)
  list(parts = c(list(own), told), states = states_together(if (length(states)) states else list(own$states)))
}

states_of_postings <- function(connection, brief, wanted) {
  known <- states_in(connection)
  nodes <- nodes_of_figures(brief)
  use <- which(known$kind == "standing" & vapply(known$of, function(of) all(of %in% wanted), TRUE))
  use <- use[order(-lengths(known$of[use]))][seq_len(min(1, length(use)))]
  rest <- setdiff(wanted, unlist(known$of[use]))
  use <- c(use, which(known$kind == "posting" & known$number %in% rest))
  lapply(use, function(at) {
    what <- sprintf("The state of %s %d", known$kind[at], known$number[at])
    states_read(read_states(connection, known$kind[at], known$number[at]), nodes, what)
  })
}

# The page of no entries: what its columns and keys look like.
part_without_entries <- function(brief) {
  own <- brief
  own$source <- new_ledger(brief$source$columns, name_of(brief$source), 0)
  own$source$opened_as <- "data_frame"
  drawn <- open_page(own)
  for (name in sections_before_lines(own)) drawn <- work_section(drawn, name)
  told <- told_of_part(drawn, 0)
  told$page$notes <- character()
  told
}

# What is written down of a posting besides its states; and back.
told_written <- function(told) {
  accounts <- told$entries$accounts
  page <- told$page
  as.character(jsonlite::toJSON(list(
    entries = told$entries[c("n", "n_read", "n_added")], accounts = accounts,
    notes = page$notes, rules = as.list(page$rules[page$notes]), weights = as.list(page$weights[page$notes]),
    tally = told$tally
  ), auto_unbox = TRUE, digits = NA))
}

told_read <- function(postings, own) {
  text <- sprintf("[%s]", paste(postings$told, collapse = ","))
  found <- readable_states(jsonlite::fromJSON(text, simplifyVector = FALSE), "What is told of the postings")
  Map(function(one, posting) {
    told <- own
    told$part <- posting
    told$workings <- told$prints <- list()
    counts <- c("n", "n_read", "n_added")
    told$entries[counts] <- lapply(one$entries[counts], as.numeric)
    told$entries$accounts <- one$accounts
    told$page$notes <- as.character(unlist(one$notes))
    told$page$rules <- unlist(one$rules)
    told$page$weights <- unlist(one$weights)
    told$tally <- one$tally
    told
  }, found, postings$posting)
}
