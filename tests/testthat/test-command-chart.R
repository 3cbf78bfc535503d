# The commands that draw and report, as a user runs them.

page <- c(demo_table("tolls", as = "path"), "--lines", "reach", "--figures", "receipts = sum(toll)")

test_that("a picture is written in each format and size, and what is wrong is said", {
  skip_if_not_installed("ggplot2")
  folder <- withr::local_tempdir()
  starts <- list(png = as.raw(c(0x89, 0x50, 0x4e, 0x47)), svg = charToRaw("<?xm"), pdf = charToRaw("%PDF"))
  for (ending in names(starts)) for (size in c("screen", "page", "slide")) {
    path <- file.path(folder, paste0("a.", ending))
    said <- program("chart", page, "--write", path, "--size", size, "--chart", "bars(receipts)")
    expect_identical(said$status, 0L)
    expect_match(said$err, "Drew tolls.csv by reach into", all = FALSE)
    expect_identical(readBin(path, "raw", 4), starts[[ending]])
  }
  skip_if_not_installed("png")
  program("chart", page, "--write", file.path(folder, "a.png"))
  expect_equal(dim(png::readPNG(file.path(folder, "a.png")))[1:2], c(800, 1280))
  expect_match(program("chart", page)$err, "--write receipts.png", all = FALSE)
  expect_match(program("chart", page, "--write", file.path(folder, "a.bmp"))$err, "ends with .png, .svg or .pdf",
    all = FALSE)
  expect_match(program("chart", page, "--write", file.path(folder, "a.png"), "--size", "huge")$err, "size is",
    all = FALSE)
  expect_match(program("chart", page, "--write", file.path(folder, "a.png"), "--chart", "pie(receipts)")$err,
    "no kind of chart", all = FALSE)
})

# Small grey pictures by which a change of the look is noticed; fonts differ a little from machine to machine.
test_that("pictures look as they did", {
  skip_if_not_installed("ggplot2")
  skip_if_not_installed("png")
  drawn <- list(
    steps = brief(tolls, lines = c(reach, lock), figures = c(r = sum(toll)), footing = rollup(reach, lock)),
    course = brief(tolls, lines = c(month = start_of(passed_on, "month")), figures = c(r = sum(toll))),
    cells = brief(tolls, lines = c(reach, paid), figures = c(r = sum(toll)), abreast = paid)
  )
  kept <- utils::read.csv(test_path("small-pictures.csv"))
  for (name in names(drawn)) {
    path <- withr::local_tempfile(fileext = ".png")
    idleledger:::write_chart(chart(drawn[[name]]), path)
    expect_lt(mean(abs(small_picture(path) - kept[[name]])), 0.02)
  }
})
