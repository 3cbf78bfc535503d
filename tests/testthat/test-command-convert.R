# A table in another format, as it stands: through each format and back.
test_that("a table comes back from each format as it was", {
  path <- dues_file()
  for (ending in c("csv", "tsv", "json", "ndjson", if (requireNamespace("nanoparquet", quietly = TRUE)) "parquet",
    if (requireNamespace("openxlsx", quietly = TRUE) && requireNamespace("readxl", quietly = TRUE)) "xlsx")) {
    other <- file.path(dirname(path), paste0("other.", ending))
    expect_identical(program("convert", path, "--write", other, "--quiet")$status, 0L, label = ending)
    back <- program("convert", other, "--as", "csv")
    expect_identical(back$out, readLines(path), label = ending)
  }
})

test_that("the options of reading hold, and a missing target is told", {
  odd <- written_file("wharf;due\nAlder;1.234,5\n", "odd.csv")
  expect_identical(program("convert", odd, "--locale", "de", "--as", "csv")$out, c("wharf,due", "Alder,1234.5"))
  expect_refused("convert needs to know into what: --write FILE, or --as FORMAT", "convert", odd)
  expect_refused("Name one file; there are 0", "convert", "--as", "csv")
})
