# The command line with files of every format, briefs, standard input and output; and what it says of itself.
run_in <- function(folder, command) {
  exe <- system.file("exec", "idle-ledger", package = "idleledger")
  script <- file.path(folder, "run.sh")
  writeLines(sprintf("cd '%s'; %s", folder, gsub("PROGRAM", shQuote(exe), command, fixed = TRUE)), script)
  err <- file.path(folder, "err")
  out <- suppressWarnings(system2("bash", script, stdout = TRUE, stderr = err))
  list(status = c(attr(out, "status"), 0L)[1], out = out, err = readLines(err))
}

table <- demo_table("tolls", as = "path")

test_that("a starter brief draws up as it is written, and a brief is described, changed and told as a call", {
  folder <- withr::local_tempdir()
  file.copy(table, file.path(folder, "tolls.csv"))
  withr::local_dir(folder)
  expect_match(program("new", "tolls.csv", "--write", "page.yaml")$err, "Wrote a starter brief to page.yaml")
  expect_match(program("new", "tolls.csv", "--write", "page.yaml")$err, "page.yaml is there already")
  drawn <- program("draw-up", "page.yaml")
  expect_identical(drawn$status, 0L)
  expect_match(paste(drawn$out, collapse = "\n"), "Middle +7,281 +78,888.00")
  expect_identical(program("tie-out", "page.yaml")$status, 0L)
  expect_match(paste(program("describe", "page.yaml", "--only", "toll > 5")$out, collapse = "\n"),
    "Keep only entries where toll > 5")
  expect_match(paste(program("describe", "page.yaml", "--call")$out, collapse = "\n"), "page <- brief\\(entries,")
  said <- program("draw-up", "page.yaml", "--lines", "lokc")
  expect_identical(said$status, 2L)
  expect_match(said$err, "lokc")
  cat(gsub("order: .*", "only: start_of(passed_on, \"month\") == given(month)", readLines("page.yaml")),
    file = "month.yaml", sep = "\n")
  cat("given:", "  month: {kind: date, default: 2025-03-01}", file = "month.yaml", sep = "\n", append = TRUE)
  march <- program("draw-up", "month.yaml")
  expect_identical(march$out, program("draw-up", "month.yaml", "--given", "month=2025-03")$out)
  expect_false(identical(march$out, program("draw-up", "month.yaml", "--given", "month=2025-04")$out))
  expect_match(program("draw-up", "month.yaml", "--given", "month=soon")$err,
    "given\\(month\\) is a date, and got \"soon\"")
  dir.create("in")
  file.rename("page.yaml", "in/page.yaml")
  expect_match(program("draw-up", "in/page.yaml")$err, "There is no file|does not stand in the folder")
  expect_identical(program("draw-up", "in/page.yaml", "--source", "entries=tolls.csv")$status, 0L)
})

test_that("tables come from standard input and go to standard output in any format, and through convert unchanged", {
  folder <- withr::local_tempdir()
  file.copy(table, file.path(folder, "tolls.csv"))
  piped <- run_in(folder, "cat tolls.csv | PROGRAM draw-up - --lines reach --figures 'n = count()' --as csv")
  expect_identical(piped$out, c("reach,n", "Lower,9151", "Middle,7281", "Upper,3580"))
  gone <- run_in(folder, "gzip -c tolls.csv | PROGRAM look - | head -1")
  expect_match(gone$out, "Ledger standard input: 20,012 entries")
  chain <- run_in(folder, paste(
    "PROGRAM convert tolls.csv --write t.json --quiet && PROGRAM convert t.json --as tsv > t.tsv &&",
    "PROGRAM convert t.tsv --separator tab --write back.csv --quiet && cmp tolls.csv back.csv && echo same"
  ))
  expect_identical(chain$out, "same")
  expect_length(chain$err, 0)
  skip_if_not_installed("nanoparquet")
  binary <- run_in(folder,
    paste(
    "PROGRAM convert tolls.csv --as parquet > t.parquet;",
    "PROGRAM differences tolls.csv t.parquet --match passage | head -2"
  ))
  expect_match(paste(binary$out, collapse = " "), "all equal|compared")
  expect_length(binary$err, 0)
})

test_that("a file is read as its options say, and each wrong one is one clear line", {
  odd <- written_file("lock;toll;day\nTarn;1.234,5;01/02/2025\nLime;n/a;02/02/2025\n", "odd.csv")
  read <- program("look", odd, "--locale", "de", "--missing", "n/a", "--kinds", "day = date(\"%d/%m/%Y\"), lock = text")
  expect_match(paste(read$out, collapse = "\n"), "toll +number")
  expect_match(paste(read$out, collapse = "\n"), "day +date")
  wrong <- list(
    c("look", odd, "--separator", "ab") ~ "A separator is one plain character",
      c("look", odd, "--kinds", "toll = system(\"id\")") ~ "no kind \"system\"",
    c("look", odd, "--kinds", "zz = text") ~ "no column `zz`",
      c("look", odd, "--kinds", "toll = number") ~ "row 1, column `toll`",
    c("look", odd, "--sheet", "A") ~ "`sheet` says nothing about a file of this format",
      c("draw-up", table, "--as", "docx") ~ "no format that is known",
    c("draw-up", table, "--as", "csv", "--write", "x.tsv") ~ "name two formats",
      c("draw-up", table, "--write", "x.csv", "--formulas") ~ "has no formulas",
    c("draw-up", table, "--quiet=maybe") ~ "takes no value, or yes or no",
      c("line-up", table, "--value", "lock") ~ "line-up needs --under COLUMN",
    c("convert", table) ~ "needs to know into what", c("new") ~ "Name one file",
      c("completion", "fish") ~ "bash or zsh", c("help", "rolllling") ~ "no help on",
    c("describe", "nosuch.yaml") ~ "There is no file nosuch.yaml",
      c("draw-up", table, table) ~ "Name one file; there are 2"
  )
  for (case in wrong) {
    got <- program(eval(case[[2]]))
    expect_identical(got$status, 2L, info = case[[3]])
    expect_length(got$err, 1)
    expect_match(got$err, paste0("^idle-ledger: .*", case[[3]]))
  }
})

test_that("every command and option says what it takes, in help, manual and completion", {
  manual <- program("manual")$out
  shell <- program("completion", "bash")$out
  for (name in idleledger:::rooms_of("command")) {
    said <- paste(program("help", name)$out, collapse = "\n")
    expect_match(said, paste0("Usage: idle-ledger ", name))
    options <- idleledger:::room_of("command", name)$options()
    for (option in names(options)) {
      expect_match(said, paste0("--", option))
      expect_true(any(grepl(paste0("\\-\\-", option), manual, fixed = TRUE)), info = option)
      if (!is.null(options[[option]]$takes)) expect_false(is.null(options[[option]]$example) &&
        is.null(options[[option]]$default), info = option)
    }
    expect_true(any(grepl(paste0(name, ") words="), shell, fixed = TRUE)))
  }
  for (topic in c("lines", "rolling", "sum", "files", "values", "percent", "unpivot")) expect_identical(program("help",
    topic)$status, 0L, info = topic)
  folder <- withr::local_tempdir()
  writeLines(c(shell, "COMP_WORDS=(idle-ledger dra); COMP_CWORD=1; _idle_ledger; echo ${COMPREPLY[@]}",
    "COMP_WORDS=(idle-ledger draw-up --fo); COMP_CWORD=2; _idle_ledger; echo ${COMPREPLY[@]}"),
      file.path(folder, "c.sh"))
  expect_identical(system2("bash", file.path(folder, "c.sh"), stdout = TRUE), c("draw-up", "--footing --formulas"))
})
