# Random mistakes in the functions and the rooms' answers of the package, one at a time: the tests that reach a function
# should notice. Run it in a clone of the project, since tests that fail leave files behind.
#   Rscript tools/mutants.R reach FILE        notes what each test file reaches, and how long it takes
#   Rscript tools/mutants.R FILE 100 [SEED]   makes so many mistakes and tells which ones nobody noticed
ns <- asNamespace("idleledger")

is_ours <- function(x) typeof(x) == "closure" && identical(topenv(environment(x)), ns)

# Everything that can be changed: functions by name, answers of rooms by room, and which rooms hold which of them.
targets <- function() {
  names <- Filter(function(name) is_ours(ns[[name]]) && !grepl("^core_|^[.]", name), ls(ns))
  code <- lapply(stats::setNames(nm = names), function(name) ns[[name]])
  held <- list()
  for (kind in ls(ns$rooms)) for (name in ls(ns$rooms[[kind]])) {
    room <- ns$rooms[[kind]][[name]]
    for (answer in names(room)[vapply(room, is_ours, TRUE)]) {
      key <- names[vapply(code[names], identical, TRUE, room[[answer]])][1]
      if (is.na(key)) key <- sprintf("%s %s$%s", kind, name, answer)
      code[[key]] <- room[[answer]]
      held <- c(held, list(list(key = key, kind = kind, name = name, answer = answer)))
    }
  }
  list(code = code, held = split(held, vapply(held, `[[`, "", "key")))
}

put_in_place <- function(key, fn, held) {
  if (!grepl("[$]", key)) put_in_namespace(key, fn)
  for (at in held[[key]]) {
    room <- ns$rooms[[at$kind]][[at$name]]
    room[[at$answer]] <- fn
    assign(at$name, room, envir = ns$rooms[[at$kind]])
  }
}

# In the package, and where R keeps methods.
put_in_namespace <- function(name, fn) {
  unlockBinding(name, ns)
  assign(name, fn, envir = ns)
  for (home in c("base", "stats", "utils", "knitr", "ggplot2")) {
    methods <- asNamespace(home)[[".__S3MethodsTable__."]]
    if (!is.null(methods[[name]])) assign(name, fn, envir = methods)
  }
}

# What takes longer than a number of seconds stops with an error.
run_tests <- function(path, seconds = Inf) {
  setTimeLimit(elapsed = seconds)
  on.exit(setTimeLimit())
  found <- as.data.frame(testthat::test_file(path,
    package = "idleledger", load_package = "installed", stop_on_failure = FALSE, reporter = "silent"
  ))
  any(found$failed > 0 | found$error)
}

# What is reached -------------------------------------------------------------------------------------------------

reached_by <- function(path, all) {
  seen <- new.env()
  for (key in names(all$code)) {
    watched <- all$code[[key]]
    body(watched) <- call("{", as.call(list(function(key) assign(key, TRUE, envir = seen), key)), body(watched))
    put_in_place(key, watched, all$held)
  }
  began <- proc.time()[["elapsed"]]
  run_tests(path)
  list(path = path, keys = ls(seen), seconds = proc.time()[["elapsed"]] - began)
}

note_reach <- function(file) {
  all <- targets()
  paths <- list.files("tests/testthat", "^test-.*[.]R$", full.names = TRUE)
  paths <- paths[order(-file.size(paths))]
  saveRDS(parallel::mclapply(paths, reached_by, all = all, mc.cores = 2, mc.preschedule = FALSE), file)
}

# Mistakes --------------------------------------------------------------------------------------------------------

others <- c("<" = "<=", "<=" = "<", ">" = ">=", ">=" = ">", "==" = "!=", "!=" = "==", "&&" = "||", "||" = "&&",
  "&" = "|", "|" = "&", "+" = "-", "-" = "+", "*" = "/", "any" = "all", "all" = "any", "min" = "max", "max" = "min",
  "union" = "intersect", "head" = "tail", "pmax" = "pmin", "pmin" = "pmax", "which.max" = "which.min")

# The mistakes that can be made at one place of an expression, each as the expression in its place.
mistakes_at <- function(expr) {
  if (is.logical(expr) && length(expr) == 1 && !is.na(expr)) return(list(!expr))
  if (is.numeric(expr) && length(expr) == 1) return(list(expr + 1))
  if (!is.call(expr) || !is.symbol(expr[[1]])) return(list())
  head <- as.character(expr[[1]])
  renamed <- expr
  if (head %in% names(others)) renamed[[1]] <- as.name(others[[head]])
  turned <- expr
  if (head == "if") turned[[2]] <- call("!", expr[[2]])
  c(
    if (head %in% names(others) && length(expr) == 3) list(renamed), if (head == "!") list(expr[[2]]),
    if (head == "if") list(turned),
    if (head == "{" && length(expr) > 2) lapply(seq(2, length(expr) - 1), function(k) expr[-k])
  )
}

# All mistakes in an expression, each with the path to its place.
mistakes_in <- function(expr, path = integer()) {
  here <- lapply(mistakes_at(expr), function(one) list(path = path, put = one, was = expr))
  if (!is.call(expr) || identical(expr[[1]], as.name("quote"))) return(here)
  inside <- lapply(seq_along(expr), function(k) {
    part <- expr[[k]]
    if (!missing(part) && (is.call(part) || k > 1 && is.atomic(part))) mistakes_in(part, c(path, k))
  })
  c(here, unlist(inside, recursive = FALSE))
}

with_mistake <- function(fn, mistake) {
  body <- body(fn)
  if (length(mistake$path)) body[[mistake$path]] <- mistake$put else body <- mistake$put
  body(fn) <- body
  fn
}

short <- function(expr) substr(paste(trimws(deparse(expr)), collapse = " "), 1, 90)

# The first test file that notices, or takes far longer than usual; NULL if none does.
noticed_by <- function(one, held, within) {
  put_in_place(one$key, with_mistake(one$fn, one$mistake), held)
  for (each in within) {
    if (isTRUE(tryCatch(run_tests(each$path, 20 + 4 * each$seconds), error = function(e) TRUE))) return(each$path)
  }
}

try_mistake <- function(one, reach, held) {
  within <- Filter(function(each) one$key %in% each$keys, reach)
  within <- within[order(vapply(within, `[[`, 1, "seconds"))]
  result <- parallel::mccollect(parallel::mcparallel(list(by = noticed_by(one, held, within))))[[1]]
  survived <- is.list(result) && is.null(result$by)
  cat(sprintf("%-8s %-36s %s -> %s\n", if (survived) "SURVIVED" else "noticed", one$key, short(one$mistake$was),
    short(one$mistake$put)))
  survived
}

make_mistakes <- function(file, n, seed) {
  set.seed(seed)
  reach <- Filter(is.list, readRDS(file))
  all <- targets()
  reached <- unique(unlist(lapply(reach, `[[`, "keys")))
  possible <- unlist(unname(Map(function(fn, key) {
    lapply(mistakes_in(body(fn)), function(mistake) list(key = key, fn = fn, mistake = mistake))
  }, all$code, names(all$code))), recursive = FALSE)
  able <- Filter(function(one) one$key %in% reached, possible)
  cat(sprintf("%d functions, %d reached; %d mistakes, %d of them reached\n", length(all$code), length(reached),
    length(possible), length(able)))
  survived <- unlist(parallel::mclapply(sample(able, n), try_mistake, reach = reach, held = all$held,
    mc.cores = 2, mc.preschedule = FALSE))
  cat(sprintf("%d of %d noticed\n", sum(!survived), length(survived)))
}

asked <- commandArgs(TRUE)
if (asked[1] == "reach") {
  note_reach(asked[2])
} else {
  make_mistakes(asked[1], as.integer(asked[2]), if (length(asked) > 2) as.integer(asked[3]) else 1)
}
