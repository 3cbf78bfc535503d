# Small mistakes put at random into the core, one at a time, each run against the core's own tests:
#   Rscript tools/core-mutants.R 30 7 window/slide_total.cpp folds exact
# Thirty of them, by seed 7, in the files or folders named (none named: all). A mistake is a comparison turned round, a
# sign, a number off by one, a condition never met. What survives is a place to look at: no test knows it, or it makes
# no
# difference. The work is done in a copy; a build takes what has changed.

turned <- c("<=" = "<", ">=" = ">", " < " = " <= ", " > " = " >= ", "==" = "!=", "!=" = "==", "&&" = "||", "||" = "&&",
  " + " = " - ", " - " = " + ", "++" = "--", "+=" = "-=", "-=" = "+=", "min(" = "max(", "max(" = "min(",
    "true" = "false",
  "false" = "true", " & " = " | ", "<<" = ">>")

# Every place of a line of code where one thing can be turned: list(from, to, by).
changes_in <- function(line) {
  code <- sub("//.*", "", line)
  if (grepl(paste0("^\\s*(#|template|static_assert|using|typedef|namespace|//|[*])|",
    "throw |__builtin_prefetch|check_stop|_ahead"), code)) return(list())
  found <- lapply(names(turned), function(what) {
    at <- gregexpr(what, code, fixed = TRUE)[[1]]
    lapply(at[at > 0], function(k) list(from = k, to = k + nchar(what) - 1, by = turned[[what]]))
  })
  numbers <- gregexpr("(?<![\\w.'])\\d+(?![\\w.'])", code, perl = TRUE)[[1]]
  sizes <- attr(numbers, "match.length")
  of_numbers <- lapply(which(numbers > 0), function(k) {
    n <- substr(code, numbers[k], numbers[k] + sizes[k] - 1)
    list(from = numbers[k], to = numbers[k] + sizes[k] - 1, by = as.character(as.numeric(n) + 1))
  })
  c(unlist(found, recursive = FALSE), of_numbers)
}

places_in <- function(path) {
  lines <- readLines(path)
  unlist(lapply(seq_along(lines), function(k) {
    lapply(changes_in(lines[k]), function(change) c(list(path = path, line = k), change))
  }), recursive = FALSE)
}

changed_line <- function(line, place) paste0(substr(line, 1, place$from - 1), place$by, substring(line, place$to + 1))

passes <- function(folder) {
  built <- system2("make", c("-s", "-C", folder, "build/plain/all"), stdout = FALSE, stderr = FALSE)
  if (built != 0) return(NA)
  system2("timeout", c("120", file.path(folder, "build/plain/all")), stdout = FALSE, stderr = FALSE) == 0
}

try_one <- function(place, tests) {
  lines <- readLines(place$path)
  on.exit(writeLines(lines, place$path))
  writeLines(replace(lines, place$line, changed_line(lines[place$line], place)), place$path)
  survived <- passes(tests)
  said <- if (is.na(survived)) "does not compile" else if (survived) "SURVIVED" else "noticed"
  cat(sprintf("%-16s %s:%d %s\n", said, basename(place$path), place$line,
    if (isTRUE(survived)) sprintf("\n    %s\n    %s",
    trimws(lines[place$line]), trimws(changed_line(lines[place$line], place))) else ""))
  survived
}

main <- function(n, seed, asked) {
  copy <- file.path(tempdir(), "core")
  dir.create(copy)
  file.copy(list.files("src/core", full.names = TRUE), copy, recursive = TRUE)
  unlink(file.path(copy, "tests", "build"), recursive = TRUE)
  stopifnot("the tests do not pass as they are" = isTRUE(passes(file.path(copy, "tests"))))
  files <- list.files(copy, "[.](cpp|h)$", recursive = TRUE)
  files <- files[grepl("/", files) & !startsWith(files, "tests/")]
  if (length(asked)) files <- files[rowSums(vapply(asked, function(part) startsWith(files, part),
    logical(length(files)))) > 0]
  places <- unlist(lapply(file.path(copy, files), places_in), recursive = FALSE)
  set.seed(seed)
  alive <- tried <- 0
  for (place in places[sample(length(places))]) {
    survived <- try_one(place, file.path(copy, "tests"))
    if (is.na(survived)) next
    tried <- tried + 1
    alive <- alive + survived
    if (tried == n) break
  }
  cat(sprintf("%d of %d survived\n", alive, tried))
}

asked <- commandArgs(TRUE)
main(as.integer(asked[1]), as.integer(asked[2]), asked[-(1:2)])
