# A starter brief for a table, to be changed by hand.
test_that("for every demo table the starter draws up and ties out as it is written", {
  folder <- withr::local_tempdir()
  for (name in c("tolls", "locks", "levels", "dues", "targets")) {
    file.copy(demo_table(name, as = "path"), folder)
    path <- file.path(folder, basename(demo_table(name, as = "path")))
    page <- file.path(folder, paste0(name, ".brief.yaml"))
    expect_match(program("new", path, "--write", page)$err, "Wrote a starter brief .*Draw it up: idle-ledger draw-up")
    expect_identical(program("draw-up", page)$status, 0L, label = name)
    expect_true(program("tie-out", page)$status %in% 0L, label = name)
    # Each line that is left out may be taken in.
    lines <- readLines(page)
    taken <- sub("^(    )# ?((only|footing|show|beside):.*)$", "\\1\\2", lines)
    taken <- sub("^    #   - ", "      - ", taken)
    writeLines(taken, page)
    expect_identical(program("draw-up", page)$status, 0L, label = paste(name, "with all lines"))
  }
})

test_that("odd names and values stand in quotes, and a file that is there stays", {
  path <- written_file("key: x,# of,\"a \"\"b\"\"\",yes\nno,1,2.5,null\nyes,2,3.5,~\n", "odd #1.csv")
  page <- file.path(dirname(path), "odd.brief.yaml")
  program("new", path, "--write", page)
  expect_identical(program("draw-up", page)$status, 0L)
  before <- readLines(page)
  expect_refused("is there already", "new", path, "--write", page)
  expect_identical(readLines(page), before)
  shown <- program("new", path)$out
  expect_identical(shown[!grepl("entries:", shown)], before[!grepl("entries:", before)])
  expect_refused("Name one file", "new")
})
