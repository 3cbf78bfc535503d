wide <- data.frame(lock = c("Tarn", "Lime"), `2025-01` = c(1.5, NA), `2025-02` = c(2L, 4L), check.names = FALSE)

test_that("each cell becomes an entry, with the column's name and the cell's value", {
  page <- brief(wide, prepare = unpivot(keep = lock, names = month, values = receipts))
  got <- as.data.frame(draw_up(page))
  expect_identical(got, data.frame(
    lock = c("Tarn", "Tarn", "Lime", "Lime"), month = rep(c("2025-01", "2025-02"), 2), receipts = c(1.5, 2, NA, 4)
  ))
  expect_identical(as.data.frame(draw_up(amend(
    page, prepare = unpivot(columns = c(`2025-01`, `2025-02`), names = "month", values = "receipts")
  ))), got)
  expect_true(all_tie(tie_out(page)))
  dropped <- amend(page, prepare = unpivot(keep = lock, names = month, values = receipts, empty = "drop"))
  expect_identical(draw_up(dropped)$receipts, c(1.5, 2, 4))
  expect_match(
    flat(tie_out(dropped)), "2 read \\+ 2 added by `prepare` = 3 used \\+ 1 left out \\(1 by `prepare`, empty"
  )
  expect_identical(set_aside(dropped, "prepare")$lock, "Lime")
  summed <- draw_up(amend(page, columns = c(double = 2 * receipts), lines = month, figures = c(s = sum(double))))
  expect_equal(summed$s, c(3, 12))
})

test_that("every kind goes through, and a column with nothing in it takes the kind of the others", {
  table <- random_table(60, 43)
  for (name in names(table)) {
    two <- data.frame(id = seq_len(60), a = table[[name]], b = rev(table[[name]]), none = NA)
    got <- draw_up(brief(two, prepare = unpivot(keep = id, names = part, values = value)))
    plain <- if (is.factor(two$a)) as.character else identity
    expect_equal(got$value[got$part == "a"], plain(two$a), label = name)
    expect_equal(got$value[got$part == "b"], plain(two$b), label = name)
    expect_true(all(is.na(got$value[got$part == "none"])))
  }
})

test_that("from entries to a crosstab and back nothing is lost", {
  long <- brief(tolls, lines = c(reach, paid), figures = c(receipts = sum(toll)))
  wide <- draw_up(amend(long, footing = rollup(reach), abreast = columns_of(paid, totals = "both")))
  back <- brief(wide, prepare = unpivot(keep = reach, names = paid, values = receipts), order = c(reach, paid))
  expect_equal(as.data.frame(draw_up(back)), as.data.frame(draw_up(long)))
  expect_match(flat(back), "`Total` left out, since it is a total of the statement")
})

test_that("what is wrong with a preparation is said", {
  wrong <- list(
    brief(wide, prepare = unpivot(names = a, values = b)) ~ "takes the columns that become entries, or `keep`",
    brief(wide, prepare = unpivot(keep = locks, names = a, values = b)) ~ "no column `locks`.*Did you mean `lock`",
    brief(wide, prepare = unpivot(keep = lock, names = lock, values = b)) ~ "`lock` is a column already",
    brief(wide, prepare = unpivot(keep = lock, names = a + 1, values = b)) ~ "takes the name of a new column",
    brief(wide, prepare = unpivot(columns = c(lock, `2025-01`), names = a, values = b)) ~
      "columns of one kind: `lock` is text and `2025-01` is a number",
    brief(wide, prepare = unpivot(columns = c(lock, lock), names = a, values = b)) ~ "named twice",
    brief(wide, prepare = unpivot(keep = c(lock, `2025-01`, `2025-02`), names = a, values = b)) ~ "no column is left",
    brief(wide, prepare = unpivot(keep = lock, names = a, values = b, empty = "x")) ~ "\"keep\" or \"drop\"",
    brief(wide, prepare = unpivott(keep = lock)) ~ "no preparation.*Did you mean `unpivot`",
    brief(wide, prepare = c(x = unpivot(keep = lock, names = a, values = b))) ~ "has no name"
  )
  for (case in wrong) expect_match(said_by(eval(case[[2]])), case[[3]], label = deparse1(case[[2]]))
})

test_that("no rows and one row are fine, and the command line knows preparations", {
  none <- draw_up(brief(wide[0, ], prepare = unpivot(keep = lock, names = month, values = receipts)))
  expect_identical(dim(none), c(0L, 3L))
  path <- written_file("lock,jan,feb\nTarn,1,2\n")
  said <- capture.output(command_line(c(
    "tie-out", path, "--prepare", "unpivot(keep = lock, names = month, values = receipts)",
    "--lines", "month", "--figures", "s = sum(receipts)", "--footing", "rollup(month)"
  )))
  expect_match(paste(said, collapse = " "), "All 7 checks tie")
})

test_that("a preparation that loses or changes a cell is found", {
  wide <- data.frame(lock = c("a", "b"), jan = c(1, 2), feb = c(3, NA))
  page <- brief(wide, prepare = unpivot(keep = lock, names = month, values = x), lines = month, figures = c(s = sum(x)))
  expect_true(all_tie(tie_out(page)))
  sound <- idleledger:::room_of("preparation", "unpivot")$work
  for (wrong in list(function(x) x + 1, function(x) replace(x, 1, NA), rev)) {
    idleledger:::local_answers("unpivot", "preparation", work = function(drawn, part) {
      drawn <- sound(drawn, part)
      columns <- drawn$entries$column_of
      drawn$entries$column_of <- function(name) if (name == "x") wrong(columns(name)) else columns(name)
      drawn$entries$prepared_by[[1]]$columns <- drawn$entries$column_of
      drawn
    })
    checks <- as.data.frame(tie_out(page))
    expect_true("unpivot" %in% checks$check[checks$status == "differs"])
  }
})
