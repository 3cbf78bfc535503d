# What can be done to the parts of the sentence, each with what is said of it.
skip_if_not_installed("htmltools")
texts <- function(desk, section) vapply(state_of_desk(desk)$parts[[section]], idleledger:::item_text, "")

test_that("parts are written, changed, moved, switched and taken away", {
  desk <- idleledger:::new_desk(dues)
  act(desk, "write", list(section = "lines", text = "wharf"))
  act(desk, "write", list(section = "lines", text = "goods"))
  said <- function(...) {
    done <- act(desk, ...)
    done$said
  }
  moved <- said("move", list(section = "lines", index = 2, way = "earlier"))
  expect_match(moved, "goods is moved")
  expect_identical(texts(desk, "lines"), c("goods", "wharf"))
  still <- said("move", list(section = "lines", index = 2, way = "later"))
  expect_match(still, "at the end already")
  act(desk, "write", list(section = "figures", text = "s = sum(due)"))
  act(desk, "write", list(section = "figures", index = 1, text = "sum(tonnes)"))
  expect_identical(texts(desk, "figures"), "s = sum(tonnes)")
  off <- said("switch", list(section = "figures", index = 1))
  expect_match(off, "switched off")
  expect_false("s" %in% names(desk$statement))
  on <- said("switch", list(section = "figures", index = 1))
  expect_match(on, "switched on")
  act(desk, "drop", list(section = "lines", index = 1))
  expect_identical(names(desk$statement), c("wharf", "s"))
})

test_that("a blank is filled with what is offered, and the name that was made of it goes along", {
  desk <- idleledger:::new_desk(by_wharf())
  seen <- idleledger:::desk_view(desk)(state_of_desk(desk), "figures", 3)
  total <- Find(function(one) identical(one$expr, quote(sum(tonnes))), idleledger:::choices_of(seen))
  act(desk, "choose", list(section = "figures", key = total$key))
  made <- state_of_desk(desk)$parts$figures[[3]]
  expect_identical(made$expr, quote(sum(tonnes)))
  act(desk, "fill", list(section = "figures", index = 3, blank = "x", value = "rate"))
  changed <- state_of_desk(desk)$parts$figures[[3]]
  expect_identical(changed$expr, quote(sum(rate)))
  expect_identical(changed$name, sub("tonnes", "rate", made$name))
  expect_match(said_by(act(desk, "fill", list(section = "figures", index = 3, blank = "x", value = "wharf"))),
    "is not offered here")
})
