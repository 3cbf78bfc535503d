# The page in the browser, from the command line: its options, before a page is opened.
test_that("what is wrong is told before anything is started", {
  skip_if_not_installed("shiny")
  skip_if_not_installed("later")
  path <- dues_file()
  expect_refused("port.*1,?024", "desk", path, "--port", "80")
  expect_refused("port", "desk", path, "--port", "abc")
  expect_refused("Name one file", "desk")
  expect_refused("no column `wahrf`", "desk", path, "--lines", "wahrf")
  expect_refused("no option --ports", "desk", path, "--ports", "4321")
})

test_that("a packages that is missing is asked for by its name", {
  local_in_package("need_package", function(package, what) {
    idleledger:::stop_idle("no_package",
      sprintf("%s needs the package %s.", what, package))
  })
  expect_refused("the desk needs the package shiny", "desk", dues_file())
})

test_that("a page with sections is opened as a page, a bare table as a ledger, with what the options say", {
  skip_if_not_installed("shiny")
  seen <- list()
  local_in_package("run_desk", function(...) seen <<- list(...))
  path <- dues_file()
  program("desk", path, "--lines", "wharf", "--once", "--port", "4321", "--browser=no")
  expect_s3_class(seen[[1]], "idle_brief")
  expect_identical(seen[3:5], list(TRUE, 4321, FALSE))
  program("desk", path, "--source", paste0("others=", path))
  expect_false(inherits(seen[[1]], "idle_brief"))
  expect_named(seen[[2]], "others")
  expect_identical(seen[[3]], FALSE)
  expect_identical(seen[[5]], TRUE)
  query <- withr::local_tempfile(fileext = ".sql", lines = "select wharf, sum(due) as dues from dues group by wharf")
  program("desk", "--select", query, "--source", paste0("dues=", path))
  expect_s3_class(seen[[1]], "idle_brief")
  expect_named(seen[[2]], "dues")
})
