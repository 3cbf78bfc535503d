# Briefs as plain lists of texts, as they stand in a file, and back.

brief_version <- 1

# list(brief, tables, given, values, pages); `folder` is where the file will stand.
brief_as_list <- function(brief, folder) {
  placed <- placed_pages(brief)
  values <- list()
  written <- list()
  for (name in names(placed$pages)) {
    page <- placed$pages[[name]]
    moved <- constants_moved(page$brief, names(values))
    values <- c(values, moved$values)
    written <- c(written, list(c(
      list(name = name, from = page$from), if (isTRUE(page$brief$narrowed)) list(narrowed = "yes"), moved$sections
    )))
  }
  list(
    brief = as.character(brief_version), tables = lapply(placed$tables, table_as_list, folder = folder),
    given = given_as_list(brief, lapply(placed$pages, `[[`, "brief")), values = lapply(values, constant_written),
    pages = written
  )
}

# Every page and table that a brief stands upon or looks into, each under a name of its own, those that are
# needed first: list(pages = list(name = list(brief, from)), tables = list(name = ledger)).
placed_pages <- function(brief) {
  pages <- list()
  tables <- list()
  of_table <- function(source, wish) {
    if (identical(tables[[wish]], source)) return(wish)
    name <- free_name(wish, c(names(tables), names(pages), page_names(60)))
    tables[[name]] <<- source
    name
  }
  of_page <- function(page, wish, below) {
    from <- if (is_brief(page$source)) of_page(page$source, below[1], below[-1]) else
      of_table(page$source, table_name(page$source))
    for (label in names(page$tables)) {
      table <- page$tables[[label]]
      name <- if (is_brief(table)) of_page(table, label, paste0(label, "_", seq_len(60))) else of_table(table, label)
      if (name != label) page$sections <- lapply(page$sections, lapply, function(item) {
        item$expr <- table_renamed(item$expr, label, name)
        item
      })
    }
    name <- free_name(wish, c(names(tables), names(pages)))
    pages[[name]] <<- list(brief = page, from = from)
    name
  }
  names <- rev(page_names(length(pages_of(brief))))
  of_page(brief, names[1], names[-1])
  list(pages = pages, tables = tables)
}

pages_of <- function(brief) c(if (is_brief(brief$source)) pages_of(brief$source), list(brief))

page_names <- function(n) if (n == 1) "page" else c(paste0("page_", seq_len(n - 1)), "page")

table_name <- function(source) {
  name <- tolower(gsub("^_+|_+$", "", gsub("[^A-Za-z0-9_]+", "_", sub("[.].*", "", name_of(source)))))
  if (grepl("^[a-z][a-z0-9_]*$", name) && !name %in% page_names(60)) name else "entries"
}

# Where a table stands; one that is only in memory is given when the file is read.
table_as_list <- function(source, folder) {
  if (is.null(source$asked)) return(list(given = "yes"))
  how <- without_null(source$how[setdiff(names(source$how), "name")])
  if (identical(how$encoding, "UTF-8")) how$encoding <- NULL
  how <- lapply(stats::setNames(nm = names(how)), function(name) {
    if (name == "kinds") kinds_text(how$kinds) else
    as.character(how[[name]])
  })
  c(list(file = I(relative_to(folder, source$asked))), how)
}

relative_to <- function(folder, paths) {
  inside <- startsWith(paths, paste0(folder, "/"))
  ifelse(inside, substring(paths, nchar(folder) + 2), paths)
}

given_as_list <- function(brief, pages) {
  given <- do.call(c, c(list(list()), unname(lapply(pages, `[[`, "given"))))
  names <- unique(c(values_wanting(brief), names(given)))
  lapply(stats::setNames(nm = names), function(name) {
    wanted <- unlist(lapply(c(list(brief), unname(pages)), function(page) page$wanted[[name]]))
    if (!name %in% names(given)) return(list(kind = c(wanted, "any")[1]))
    kind <- c(wanted, given_kind(given[[name]]))[1]
    list(kind = kind, default = if (kind == "any") constant_written(given[[name]]) else column_written(given[[name]]))
  })
}

given_kind <- function(value) {
  if (length(value) != 1 || is.na(value)) return("any")
  switch(kind_of(value), date = "date", time = "time", text = "text", logical = "yes/no", double = "number", "any")
}

# Sections as texts, with the local values that they name under names that no other page uses for another value.
constants_moved <- function(brief, taken) {
  brief <- without_shadowed(brief)
  values <- list()
  fresh <- function(wish) free_name(wish, c(taken, names(values)))
  move <- function(expr, own) {
    if (is.symbol(expr) && as.character(expr) %in% names(own)) {
      name <- as.character(expr)
      same <- Filter(function(label) identical(values[[label]], own[[name]]),
        grep(paste0("^", name, "_*[0-9]*$"), names(values), value = TRUE))
      if (length(same)) return(as.name(same[1]))
      label <- fresh(name)
      values[[label]] <<- own[[name]]
      return(as.name(label))
    }
    if (is.atomic(expr) && (is.object(expr) || length(expr) != 1)) {
      if (is.null(expr)) return(expr)
      label <- fresh("value")
      values[[label]] <<- expr
      return(as.name(label))
    }
    if (is_chained(expr)) return(along_chain(expr, function(part) move(part, own)))
    if (is.call(expr)) for (k in seq_along(expr)[-1]) {
      if (!rlang::is_missing(expr[[k]]) && !is.null(expr[[k]])) expr[[k]] <- move(expr[[k]], own)
    }
    expr
  }
  sections <- lapply(stats::setNames(nm = names(brief$sections)), function(name) {
    if (takes_words(name)) return(I(unlist(lapply(brief$sections[[name]], words_of_item))))
    I(vapply(brief$sections[[name]], function(item) {
      item$expr <- move(item$expr, item$values)
      item_written(item)
    }, ""))
  })
  list(sections = sections, values = values)
}

takes_words <- function(section) {
  read <- room_of("section", section)$read
  identical(read, read_words) || identical(read, read_remarks)
}

words_of_item <- function(item) {
  if (is.call(item$expr)) return(item_written(item))
  if (is.symbol(item$expr) &&
    as.character(item$expr) %in% names(item$values)) return(as.character(item$values[[as.character(item$expr)]]))
  as.character(item$expr)
}

# With all digits of its numbers.
item_written <- function(item) {
  text <- paste(trimws(deparse(item$expr, width.cutoff = 500L, backtick = TRUE,
    control = c("keepNA", "keepInteger", "digits17"))), collapse = " ")
  if (nzchar(item$name)) paste(name_text(item$name), "=", text) else text
}

# Back
# ------------------------------------------------------------------------------------------------------------------

# The brief of the last page. `source_of(name, table)` opens a table; `where(word)` says where a word stands.
brief_from_list <- function(list, source_of, where) {
  check_words_known(names(list), c("brief", "tables", "given", "values", "pages"), where)
  check_version(list$brief, where)
  values <- lapply(stats::setNames(nm = names(list$values)),
    function(name) constant_read(one_text(list$values[[name]], name, where), where(name)))
  if (length(list$pages) == 0 || !is.list(list$pages)) stop_file(where("pages"),
    "there is no page: `pages` is a list of them.")
  known <- new.env(parent = emptyenv())
  for (name in names(list$tables)) known[[name]] <- source_of(name, list$tables[[name]])
  for (page in pages_by_name(list$pages)) {
    made <- page_from_list(page, known, values, where)
    if (!is.null(page$name) && !is.null(known[[made$name]])) stop_file(
      where(made$name), sprintf("two tables or pages are called `%s`.", made$name), "Give one another name."
    )
    known[[made$name]] <- made$brief
  }
  made$brief
}

# Pages may stand in a list, each with its `name`, or under their names, as tables do.
pages_by_name <- function(pages) {
  for (name in names(pages)) if (is.list(pages[[name]]) && is.null(pages[[name]]$name)) pages[[name]]$name <- name
  pages
}

stop_file <- function(where, what, hint = NULL, class = "bad_file") stop_idle(class, paste0(where, what), hint)

check_words_known <- function(words, known, where) {
  odd <- setdiff(words, known)
  if (length(odd) == 0) return(invisible())
  stop_file(where(odd[1]), sprintf("there is no word `%s` here.", odd[1]), meant(odd[1], known, "words"),
    "unknown_section")
}

check_version <- function(version, where) {
  if (!is_one_text(version) || !grepl("^[0-9]+$", version)) stop_file(where("brief"),
    "a file of a brief begins with its version, `brief: 1`.")
  if (as.integer(version) > brief_version) stop_file(
    where("brief"), sprintf("the brief is of version %s, and this program knows up to %d.", version,
      brief_version), "Use a newer version of idleledger."
  )
}

one_text <- function(value, word, where) {
  if (is_one_text(value) && !is.na(value)) return(value)
  stop_file(where(word), sprintf("`%s` takes one text.", word))
}

page_from_list <- function(page, known, values, where) {
  if (!is.list(page) || is.null(names(page))) stop_file(where("pages"), "a page is a map of words and texts.")
  check_words_known(names(page), c("name", "from", "narrowed", section_names()), where)
  name <- if (is.null(page$name)) "page" else one_text(page$name, "name", where)
  from <- if (is.null(page$from) && length(ls(known)) == 1) ls(known) else one_text(page$from, "from", where)
  if (is.null(known[[from]])) stop_file(
    where(from), sprintf("there is no table or page `%s` for `from`.", from), meant(from, ls(known),
      "tables"), "unknown_column"
  )
  tables <- as.list(known)
  sections <- lapply(stats::setNames(nm = intersect(section_names(), names(page))), function(section) {
    with_known_tables(items_from_texts(page[[section]], section, values, where), tables)
  })
  brief <- tryCatch(
    new_brief(known[[from]], sections, list(), identical(page$narrowed, "yes")),
    idle_error = function(e) stop_in_file(e, page, where)
  )
  list(name = name, brief = brief)
}

# What is wrong in a section is said with the line where it stands.
stop_in_file <- function(e, page, where) {
  section <- if (is.null(e$section)) sub("^In the section `([a-z]+)`.*", "\\1", e$said[1]) else e$section
  texts <- if (section %in% names(page)) as.character(page[[section]])
  e$said[1] <- paste0(where(if (length(texts)) texts[1] else section), e$said[1])
  e$message <- paste0(where(if (length(texts)) texts[1] else section), e$message)
  stop(e)
}

items_from_texts <- function(texts, section, values, where) {
  if (is.list(texts) || !is.character(texts)) stop_file(where(section),
    sprintf("`%s` takes a text or a list of texts.", section))
  items <- unlist(lapply(texts, function(text) {
    tryCatch(room_of("section", section)$read(text, section), idle_error = function(e) {
      stop_in_file(e, stats::setNames(list(text), section),
      where)
    })
  }), recursive = FALSE)
  lapply(items, function(item) {
    item$values <- values[intersect(unique(all.vars(item$expr)), names(values))]
    item
  })
}
