# Each line of the page of tasks is run as it stands.

test_that("every request in help(\"tasks\") works as it is written", {
  help <- tools::Rd_db("idleledger")[["tasks.Rd"]]
  codes <- function(part) {
    if (identical(attr(part, "Rd_tag"), "\\code")) return(paste(unlist(part), collapse = ""))
    if (is.list(part)) unlist(lapply(part, codes))
  }
  calls <- gsub("\\s+", " ", codes(help))
  calls <- grep("^(brief|tie_out|proof|entries_behind|set_aside|chart|differences)\\([^)]", calls, value = TRUE)
  expect_gt(length(calls), 25)
  locks <- demo_table("locks")
  page <- brief(tolls, only = toll > 0, lines = lock, figures = c(receipts = sum(toll)))
  folder <- withr::local_tempdir()
  withr::local_dir(folder)
  write_statement(page, "theirs.csv")
  for (call in calls) {
    value <- eval(parse(text = call)[[1]])
    if (inherits(value, "idle_brief")) expect_true(all_tie(tie_out(value)),
      label = call) else expect_false(is.null(value))
  }
})
