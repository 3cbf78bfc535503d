# Charts as files.
skip_if_not_installed("ggplot2")
local_chart_device()
pages <- chart_pages()

test_that("each format begins as its kind does, in its size, and another ending is told", {
  plot <- chart(pages$groups)
  starts <- list(png = as.raw(c(0x89, 0x50, 0x4e, 0x47)), svg = charToRaw("<?xm"), pdf = charToRaw("%PDF"))
  for (ending in names(starts)) {
    path <- withr::local_tempfile(fileext = paste0(".", ending))
    idleledger:::write_chart(plot, path)
    expect_identical(readBin(path, "raw", 4), starts[[ending]])
  }
  for (wrong in list("a.bmp", "a", 3, c("a.png", "b.png"), NA)) {
    expect_match(said_by(idleledger:::write_chart(plot, wrong)), "Its name ends with .png, .svg or .pdf")
  }
})

test_that("a picture that cannot be drawn leaves the old file", {
  path <- written_file("old", "a.png")
  broken <- structure(list(), class = "broken")
  registerS3method("print", "broken", function(x, ...) stop("on purpose"), envir = globalenv())
  expect_error(idleledger:::write_chart(broken, path), "on purpose")
  expect_identical(readLines(path, warn = FALSE), "old")
})

test_that("a chart for a page carries its own data and its sentence", {
  image <- idleledger:::chart_as_image(draw_up(pages$groups))
  expect_match(image$src, "^data:image/svg[+]xml;base64,[A-Za-z0-9+/=]+$")
  expect_match(image$alt, "^A chart of .* by lock")
})
