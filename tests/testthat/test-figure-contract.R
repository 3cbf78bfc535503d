# What holds for every figure there is: a room added tomorrow is held to it as well.

# A call of a figure on a column that it takes.
a_call <- function(name, where = NULL) {
  room <- idleledger:::room_of("figure", name)
  wants <- room$takes[["x"]]
  x <- as.name(if (identical(wants, "logical")) "flag" else "amount")
  known <- list(x = x, p = 0.4, n = 2, value = 10)
  needed <- names(room$args)[vapply(room$args, rlang::is_missing, TRUE)]
  as.call(c(as.name(name), known[union(needed, "x")], if (!is.null(where)) list(where = where)))
}

page_of <- function(table, name, where = NULL, keys = quote(line)) {
  figures <- as.call(list(as.name("c"), f = a_call(name, where)))
  eval(bquote(brief(table, lines = .(keys), figures = .(figures), footing = whole())))
}

test_that("every figure ties out by each of its routes, with subtotals, with a condition, and of nothing", {
  table <- random_table(300, 7)
  table$line <- withr::with_seed(7, sample(40, 300, TRUE))
  for (name in idleledger:::rooms_of("figure")) {
    for (where in list(NULL, quote(whole > 0), quote(whole > 100))) {
      page <- page_of(table, name, where)
      expect_true(all_tie(tie_out(page)), info = paste(name, deparse(where), "line by line"))
      withr::with_options(
        list(idleledger.most_lines_in_r = 3),
        expect_true(all_tie(tie_out(page)), info = paste(name, deparse(where), "in columns"))
      )
    }
    expect_true(all_tie(tie_out(page_of(table[0, ], name))), info = paste(name, "of no entries"))
  }
})

test_that("every figure is the same for any order of the entries, but where it goes by that order", {
  table <- random_table(200, 8)
  table$line <- withr::with_seed(8, sample(10, 200, TRUE))
  turned <- table[withr::with_seed(9, sample(200)), ]
  for (name in idleledger:::rooms_of("figure")) {
    if (isTRUE(idleledger:::room_of("figure", name)$goes_by_order)) next
    expect_identical(draw_up(page_of(table, name))$f, draw_up(page_of(turned, name))$f, info = name)
  }
})

test_that("every figure can stand beside rows, in running and rolling frames, and in a proof", {
  table <- random_table(60, 10)
  table$line <- rep(1:3, each = 20)
  table$at <- 1:60
  for (name in idleledger:::rooms_of("figure")) {
    call <- a_call(name)
    grouped <- as.call(c(as.list(call), per = quote(line)))
    columns <- bquote(c(
      g = .(grouped), r = running(.(call), per = line, along = at), w = rolling(.(call), 5, per = line, along = at)
    ))
    drawn <- as.data.frame(draw_up(eval(bquote(brief(table, columns = .(columns))))))
    last <- drawn[drawn$at %in% c(20, 40, 60), ]
    expect_equal(last$r, last$g, info = name)
    first <- as.data.frame(draw_up(eval(bquote(
      brief(table, only = at >= 16 & at <= 20, lines = whole(), figures = .(as.call(list(as.name("c"), f = call))))
    ))))
    expect_equal(drawn$w[20], first$f, info = name)
    expect_true(proof(page_of(table, name), f, line == 2)$equal, info = name)
  }
})
