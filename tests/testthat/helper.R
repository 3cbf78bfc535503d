# Random tables with every kind of column, ties and missing values; and an independent slow way to
# figures: plain R on the values of one line after another.

# How often a loop of made-up cases goes round: as often as it says with IDLE_THOROUGH set, else a sixth of that. Of
# cases that are written down, one in `n` has its turn, evenly.
thorough <- function() nzchar(Sys.getenv("IDLE_THOROUGH"))
rounds <- function(n) if (thorough()) n else ceiling(n / 6)
one_in <- function(n, cases) if (thorough()) cases else cases[seq_along(cases) %% n == 1 %% n]

# From turn to turn others of them, so that over several turns all are met.
in_turn <- function(turn, n, cases) one_in(n, cases[(seq_along(cases) + turn) %% length(cases) + 1])

# What is as expected at once needs no search for differences, which takes some milliseconds each time, and is noted
# once in a test.
noted <- new.env()
unless_at_once <- function(same, full) {
  if (!same) return(full)
  if (!isTRUE(noted$one)) testthat::succeed()
  noted$one <- TRUE
}

expect_identical <- function(object, expected, ..., label = deparse1(substitute(object))) {
  unless_at_once(identical(object, expected), testthat::expect_identical(object, expected, ..., label = label))
}

expect_equal <- function(object, expected, ..., label = deparse1(substitute(object))) {
  unless_at_once(identical(object, expected), testthat::expect_equal(object, expected, ..., label = label))
}

expect_true <- function(object, ..., label = deparse1(substitute(object))) {
  unless_at_once(isTRUE(object), testthat::expect_true(object, ..., label = label))
}

expect_false <- function(object, ..., label = deparse1(substitute(object))) {
  unless_at_once(isFALSE(object), testthat::expect_false(object, ..., label = label))
}

expect_null <- function(object, ..., label = deparse1(substitute(object))) {
  unless_at_once(is.null(object), testthat::expect_null(object, ..., label = label))
}

# testthat works twice what is matched.
expect_match <- function(object, regexp, ..., all = TRUE, info = NULL, label = deparse1(substitute(object))) {
  found <- if (is.character(object) && length(object) > 0) grepl(regexp, object, ...) else FALSE
  same <- if (all) all(found) else any(found)
  unless_at_once(same, testthat::expect_match(object, regexp, ..., all = all, info = info, label = label))
}

# In each test R sorts by an alphabet, as it does for most users, so that what should go by code point shows where it
# does not.
test_that <- function(desc, code) {
  noted$one <- FALSE
  eval(bquote(testthat::test_that(.(desc), {
    if (capabilities("ICU")) icuSetCollate(locale = "en")
    .(substitute(code))
  })), parent.frame())
}

random_table <- function(n, seed) {
  withr::with_seed(seed, {
    gaps <- function(x) {
      if (n > 0) x[sample(n, n %/% 8)] <- NA
      x
    }
    data.frame(
      word = gaps(sample(c("ash", "Birch", "\u00e9lan", "", "elm"), n, TRUE)),
      choice = gaps(factor(sample(c("low", "mid", "top"), n, TRUE), levels = c("low", "mid", "top"))),
      whole = gaps(sample(-3:3, n, TRUE)),
      amount = gaps(round(rnorm(n, 10, 40), 2)),
      part = gaps(sample(c(0.5, 1 / 3, -0, 7e9), n, TRUE)),
      day = gaps(as.Date("2024-02-27") + sample(0:5, n, TRUE)),
      moment = gaps(as.POSIXct("2024-02-27 10:00:00", tz = "UTC") + 3600 * sample(0:40, n, TRUE)),
      flag = gaps(sample(c(TRUE, FALSE), n, TRUE)),
      big = bit64::as.integer64(sprintf("%d000000007", sample(1e6, n, TRUE))),
      stringsAsFactors = FALSE
    )
  })
}

# The rows of each line, in the order that lines must have: by key, text by code point, missing last.
slow_lines <- function(table, keys) {
  if (nrow(table) == 0) return(list())
  place <- lapply(table[keys], function(x) {
    sorted <- if (is.character(x)) sort(unique(x), method = "radix") else sort(unique(x))
    at <- match(x, sorted)
    ifelse(is.na(at), length(sorted) + 1L, at)
  })
  unname(split(seq_len(nrow(table)), do.call(paste, c(lapply(place, formatC, width = 9, flag = "0"), sep = "-"))))
}

slow <- function(table, keys, x, fn, none = NA) {
  values <- lapply(slow_lines(table, keys), function(rows) {
    v <- table[[x]][rows]
    v <- v[!is.na(v)]
    if (length(v) == 0) none else fn(v)
  })
  do.call(c, values)
}

# The message of an error, on one line.
said_by <- function(expr) {
  error <- tryCatch(expr, idle_error = function(e) e)
  expect_s3_class(error, "idle_error")
  paste(error$said, collapse = " ")
}

written_file <- function(text, name = "table.csv", env = parent.frame()) {
  folder <- withr::local_tempdir(.local_envir = env)
  path <- file.path(folder, name)
  writeBin(if (is.raw(text)) text else charToRaw(text), path)
  path
}

printed <- function(x, ...) {
  withr::local_options(cli.width = 80, width = 80)
  cli::ansi_strip(paste(capture.output(print(x, ...)), collapse = "\n"))
}

# For the rest of a test, sums are folded wrongly: a mean comes back instead.
local_wrong_sum <- function(env = parent.frame()) {
  idleledger:::local_answers("sum", "figure", fold = function(node) list(fold = "total", answer = "mean"), .frame = env)
}

# Another value in the package's own namespace for the length of a test.
local_in_package <- function(name, value, env = parent.frame()) {
  sound <- get(name, asNamespace("idleledger"))
  withr::defer(utils::assignInNamespace(name, sound, "idleledger"), envir = env)
  utils::assignInNamespace(name, value, "idleledger")
}

# Memory that holds next to nothing, so that a page is worked in parts.
memory_for_nothing <- function(env = parent.frame()) local_in_package("memory_allowed", function() 2e5, env)

# What is printed, on one line.
flat <- function(x, ...) gsub("\\s+", " ", printed(x, ...))

tolls <- demo_table("tolls")

# Windows the slow way: for each row, fn(rows of its group in order, its place among them). `order`
# gives the rows of a group in order; ties stay as they stand.
slow_window <- function(table, per, order, fn) {
  group <- if (length(per)) do.call(paste, c(lapply(table[per], function(x) match(x, unique(x))), sep = "/")) else
    rep("", nrow(table))
  unlist(lapply(seq_len(nrow(table)), function(row) {
    here <- order(which(group == group[row]))
    fn(here, match(row, here))
  }))
}

along_column <- function(table, name, down = FALSE) {
  function(rows) rows[order(table[[name]][rows], decreasing = down, method = "radix", na.last = TRUE)]
}

# A window in `columns`, row by row as the table stands.
windowed <- function(table, ...) draw_up(brief(table, ...))

# Equal, where a slow way that found nothing but missing values does not know their type.
expect_same <- function(got, expected, ...) {
  storage.mode(expected) <- storage.mode(got)
  expect_equal(got, expected, ...)
}

sort_by_name <- function(x, names) x[order(names)]

# A picture as 32 by 20 shades of grey, from 0 to 1.
small_picture <- function(path) {
  shades <- png::readPNG(path)
  grey <- (shades[, , 1] + shades[, , 2] + shades[, , 3]) / 3
  rows <- ceiling(seq_len(nrow(grey)) / nrow(grey) * 20)
  columns <- ceiling(seq_len(ncol(grey)) / ncol(grey) * 32)
  as.numeric(t(rowsum(t(rowsum(grey, rows)), columns)) / (nrow(grey) * ncol(grey) / 640))
}
