# Small mistakes put at random into the code of single files, one at a time, each run against the file's own test:
#   Rscript tools/mutants.R 5 R/rule-units.R R/cells.R
# Five of each file: a comparison turned round, a sign, a number off by one, TRUE for FALSE, a branch never taken. What
# survives is a place to look at: another file's test may know it, or none does, or it makes no difference.
suppressPackageStartupMessages({
  library(testthat)
  library(idleledger)
})
ns <- asNamespace("idleledger")

turned <- c(`<=` = "<", `>=` = ">", `<` = "<=", `>` = ">=", `==` = "!=", `&&` = "||", `||` = "&&", `+` = "-", `-` = "+",
  `&` = "|", `|` = "&")

# The same expression with one thing changed: of each thing that can be.
changed <- function(expr) {
  if (is.numeric(expr) && length(expr) == 1 && !is.na(expr)) return(list(expr + 1))
  if (is.logical(expr) && length(expr) == 1 && !is.na(expr)) return(list(!expr))
  if (!is.call(expr)) return(list())
  inside <- lapply(seq_along(expr)[-1], function(k) {
    if (rlang::is_missing(expr[[k]])) return(list())
    lapply(changed(expr[[k]]), function(part) {
      expr[[k]] <- part
      expr
    })
  })
  c(changed_here(expr), unlist(inside, recursive = FALSE))
}

changed_here <- function(expr) {
  head <- if (is.symbol(expr[[1]])) as.character(expr[[1]]) else ""
  if (head == "!") return(list(expr[[2]]))
  if (head == "if") return(list(as.call(replace(as.list(expr), 2, list(FALSE)))))
  if (length(expr) == 3 && head == "%in%") return(list(call("!", expr)))
  if (length(expr) == 3 && head %in% names(turned)) return(list(as.call(replace(as.list(expr), 1, list(as.name(
    turned[[head]]))))))
  list()
}

# Functions and answers of rooms in a file: list(said, get, put).
places_in <- function(path) {
  unlist(lapply(as.list(parse(path)), function(line) {
    if (rlang::is_call(line, "<-", n = 2) && is.symbol(line[[2]]) && rlang::is_call(line[[3]], "function")) {
      return(list(place_of_function(as.character(line[[2]]))))
    }
    if (rlang::is_call(line, "room") && is.character(line[[2]])) return(places_of_room(as.list(line)[-1]))
  }), recursive = FALSE)
}

place_of_function <- function(name) {
  list(said = name, get = function() get(name, ns), put = function(value) {
    utils::assignInNamespace(name, value, "idleledger")
  })
}

places_of_room <- function(parts) {
  answers <- names(Filter(function(part) rlang::is_call(part, "function"), parts))
  lapply(answers, function(answer) {
    name <- parts[[1]]
    kind <- if (is.null(parts$kind)) parts[[2]] else parts$kind
    list(said = paste0(name, "$", answer), get = function() ns$room_of(kind, name)[[answer]], put = function(value) {
      do.call(ns$local_answers, c(list(name, kind, .frame = globalenv()), stats::setNames(list(value), answer)))
    })
  })
}

passes <- function(test) {
  on.exit(setTimeLimit(elapsed = Inf))
  setTimeLimit(elapsed = 60)
  found <- try(suppressWarnings(suppressMessages(as.data.frame(testthat::test_file(test, package = "idleledger",
    load_package = "installed", reporter = "silent", stop_on_failure = FALSE)))), silent = TRUE)
  !inherits(found, "try-error") && sum(found$failed) == 0 && !any(found$error)
}

# Whether the test notices that a place holds something else.
noticed <- function(place, body, test) {
  sound <- place$get()
  wrong <- sound
  body(wrong) <- body
  place$put(wrong)
  on.exit(place$put(sound))
  !passes(test)
}

look_into <- function(path, most) {
  name <- sub("[.]R$", "", basename(path))
  test <- sprintf("tests/testthat/test-%s.R", name)
  if (!file.exists(test) || !passes(test)) return(cat(name, "has no test that passes\n"))
  places <- Filter(function(place) is.function(place$get()), places_in(path))
  all <- unlist(lapply(places, function(place) {
    lapply(changed(body(place$get())), function(body) list(place = place, body = body))
  }), recursive = FALSE)
  some <- all[withr::with_seed(7, sample(length(all), min(most, length(all))))]
  known <- vapply(some, function(one) noticed(one$place, one$body, test), TRUE)
  cat(sprintf("%-28s %d of %d noticed\n", name, sum(known), length(known)))
  for (one in some[!known]) cat(sprintf("    %s: %s\n", one$place$said, substr(paste(setdiff(deparse(one$body),
    deparse(body(one$place$get()))), collapse = " "), 1, 200)))
}

asked <- commandArgs(TRUE)
for (path in asked[-1]) look_into(path, as.integer(asked[1]))
