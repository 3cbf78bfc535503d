# Walks through the sentence, and what each act does to it.

test_that("steps go back and forward, and none is lost", {
  desk <- idleledger:::new_desk(tolls)
  act(desk, "write", list(section = "lines", text = "reach"))
  act(desk, "write", list(section = "figures", text = "n = count()"))
  expect_true(idleledger:::desk_back(desk))
  expect_equal(names(desk$statement), "reach")
  act(desk, "write", list(section = "figures", text = "receipts = sum(toll)"))
  expect_false(idleledger:::desk_forward(desk))
  expect_length(desk$steps, 4)
  found <- idleledger:::desk_compare(desk, 3)
  expect_equal(found$only_columns, list("n", "receipts"), ignore_attr = TRUE)
  idleledger:::desk_step_to(desk, 3)
  expect_equal(names(desk$statement), c("reach", "n"))
  for (at in list(0, 9, NA, "1", 1:2)) expect_error(idleledger:::desk_step_to(desk, at), class = "idle_bad_argument")
})

test_that("what is wrong leaves everything as it was", {
  desk <- idleledger:::new_desk(brief(tolls, lines = lock, figures = c(receipts = sum(toll))))
  now <- function() list(state_of_desk(desk)$parts, as.data.frame(desk$statement), desk$at, length(desk$steps))
  before <- now()
  wrong <- list(
    idle_no_parse = list("write", list(section = "figures", text = "a = sum(")),
    idle_unknown_column = list("write", list(section = "figures", text = "a = sum(tol)")),
    idle_unknown_function = list("write", list(section = "only", text = "system('ls')")),
    idle_name_twice = list("write", list(section = "figures", text = "receipts = count()")),
    idle_bad_argument = list("write", list(section = "figures", text = "")),
    idle_bad_argument = list("write", list(section = "figures", text = "a = count(), b = count()")),
    idle_bad_argument = list("fill", list(section = "figures", index = 1, blank = "x", value = "passage; q()")),
    idle_bad_argument = list("fill", list(section = "figures", index = 1, blank = "z", value = "toll")),
    idle_bad_argument = list("switch", list(section = "figures", index = 7)),
    idle_bad_argument = list("choose", list(section = "figures", key = "99\rtoll")),
    idle_bad_argument = list("accept", list(text = " ")), idle_bad_argument = list("narrow", list()),
    idle_bad_argument = list("repair", list(check = list())), idle_bad_argument = list("erase", list()),
    idle_bad_argument = list("accept", list(text = "", check = list(rule = "copies"))),
    idle_unknown_section = list("drop", list(section = "where", index = 1)),
    idle_unknown_column = list("sort", list(column = "nothing"))
  )
  for (k in seq_along(wrong)) {
    expect_error(act(desk, wrong[[k]][[1]], wrong[[k]][[2]]), class = names(wrong)[k], info = k)
    expect_identical(now(), before, info = k)
  }
})
