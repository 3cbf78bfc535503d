# The layers of the package's own source, where that is at hand.
skip_if_not(file.exists(test_path("../../tools/layers.R")), "the source is not at hand")

layers <- new.env()
sys.source(test_path("../../tools/layers.R"), layers)
in_project <- function(expr) withr::with_dir(test_path("../.."), expr)

test_that("no file calls one above it, and none call each other in a circle", {
  expect_identical(in_project(layers$wrong_with_layers()), character())
  expect_identical(in_project(layers$wrong_with_core()), NULL)
})

test_that("a call upward, a circle, a file without a layer and a name given twice are seen", {
  folder <- withr::local_tempdir()
  write <- function(name, text) writeLines(text, file.path(folder, name))
  write("low.R", "low <- function() high()")
  write("high.R", c("high <- function() 1", "higher <- function() side()"))
  write("side.R", "side <- function() higher()")
  write("stray.R", c("stray <- 1", "low <- 2"))
  wrong <- layers$wrong_with_layers(list(ground = "low", top = c("high", "si*")), layers$calls_between(folder))
  expect_match(wrong, "stray.R stands in no layer", all = FALSE)
  expect_match(wrong, "low.R calls high\\(\\) of high.R, which is above it", all = FALSE)
  expect_match(wrong, "2 files call each other in a circle: high.R, side.R", all = FALSE)
  expect_match(wrong, "low, defined in stray.R, is defined before", all = FALSE)
  expect_length(wrong, 4)
  dir.create(file.path(folder, "core", "sort"), recursive = TRUE)
  write("core/sort/radix.cpp", "")
  write("core/sort/new.cpp", "")
  write("bridge-new.cpp", "")
  write("core/sort.cpp", "#include \"sort/radix.cpp\"")
  write("bridges.cpp", "")
  apart <- layers$left_out_of_build(folder)
  expect_setequal(basename(apart), c("new.cpp", "bridge-new.cpp"))
  expect_match(in_project(layers$wrong_with_core(apart = apart)), "new.cpp is not compiled")
})

test_that("nobody outside the rooms keeps lists of their names or asks for the class of a source", {
  kinds <- c("figure", "window", "preparation", "rule", "command", "frame_value")
  names <- setdiff(unlist(lapply(kinds, idleledger:::rooms_of)), c("any", "empty"))  # kinds of columns, too
  names <- paste0("\"", names, "\"", collapse = "|")
  pair <- sprintf("(%s)[ ,=]+([a-z]+ = )?(%s)", names, names)
  rooms <- "^(figure|window|row|section|prepare|format|rule|server|source|command|foreign|limits|ledger)"
  for (path in in_project(list.files("R", "[.]R$", full.names = TRUE))) {
    if (grepl(rooms, basename(path))) next
    code <- in_project(grep("^#", readLines(path), value = TRUE, invert = TRUE))
    expect_identical(grep(pair, code, value = TRUE), character(), info = path)
    expect_false(any(grepl("inherits(source", code, fixed = TRUE)), info = path)
  }
})

test_that("each file with code of its own has its test file, of the same name", {
  files <- in_project(list.files("R", "[.]R$", full.names = TRUE))
  has_code <- vapply(files, function(path) {
    code <- in_project(parse(path))
    any(vapply(code, function(one) is.call(one) && grepl("<- function|room\\(", deparse1(one)), TRUE))
  }, TRUE)
  named <- setdiff(sub("[.]R$", "", basename(files[has_code])), c("RcppExports", "zz-rooms"))
  tested <- sub("^test-(.*)[.]R$", "\\1", list.files(test_path(), "^test-"))
  expect_identical(setdiff(named, tested), character())
})
