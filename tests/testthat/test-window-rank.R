test_that("rankings agree with counting by hand, on ties, gaps and small groups", {
  for (seed in 1:6) {
    table <- random_table(c(1, 2, 17, 40, 150, 300)[seed], seed)
    for (key in in_turn(seed, 2, c("amount", "whole", "day", "word", "part"))) {
      for (down in c(FALSE, TRUE)) {
        expr <- if (down) call("falling", as.name(key)) else as.name(key)
        got <- windowed(table, columns = c(
          number = row_number(!!expr, per = choice), rank = rank(!!expr, per = choice),
          dense = dense_rank(!!expr, per = choice), percent = percent_rank(!!expr, per = choice),
          cume = cume_dist(!!expr, per = choice), tile = ntile(3, !!expr, per = choice), all = rank(!!expr)
        ))
        x <- table[[key]]
        order <- along_column(table, key, down)
        places <- function(per, fn) {
          slow_window(table, per, order, function(here, at) {
            row <- here[at]
            filled <- here[!is.na(x[here])]
            sorted <- sort(unique(x[filled]), method = "radix", decreasing = down)
            fn(here, at, filled, match(x[filled], sorted) < match(x[row], sorted))
          })
        }
        gap <- function(value) {
          function(here, at, filled, ahead) if (here[at] %in% filled) value(at, filled, ahead, here) else NA
        }
        x_same <- function(filled, row) x[filled] == x[row]
        expect_equal(got$number, places("choice", function(here, at, filled, ahead) at))
        expect_equal(got$rank, places("choice", gap(function(at, filled, ahead, here) sum(ahead) + 1)))
        expect_equal(
          got$dense, places("choice", gap(function(at, filled, ahead, here) length(unique(x[filled][ahead])) + 1))
        )
        expect_equal(got$percent, places("choice", gap(function(at, filled, ahead, here) {
          if (length(filled) == 1) 0 else sum(ahead) / (length(filled) - 1)
        })))
        expect_equal(got$cume, places("choice", gap(function(at, filled, ahead, here) {
          (sum(ahead) + sum(x_same(filled, here[at]))) / length(filled)
        })))
        expect_equal(got$tile, places("choice", gap(function(at, filled, ahead, here) {
          sizes <- length(filled) %/% 3 + (1:3 <= length(filled) %% 3)
          rep(1:3, sizes)[at]
        })))
        expect_equal(got$all, places(character(), gap(function(at, filled, ahead, here) sum(ahead) + 1)))
      }
    }
  }
})

test_that("several keys break ties, each up or down", {
  table <- random_table(200, 9)
  got <- windowed(
    table, columns = c(place = row_number(whole, falling(amount), per = flag), same = rank(whole, falling(part)))
  )
  order <- order(table$whole, -table$amount)
  expect_equal(got$place, slow_window(table, "flag", function(rows) order[order %in% rows], function(here, at) at))
  pairs <- order(table$whole, -table$part)
  filled <- !is.na(table$whole)
  first <- vapply(seq_len(200), function(row) {
    same <- table$whole[pairs] %in% table$whole[row] & table$part[pairs] %in% table$part[row]
    which(same)[1]
  }, 1L)
  expect_equal(got$same, ifelse(filled, first, NA))
})

test_that("the four rankings on tied values are those of the SQL standard", {
  scores <- data.frame(who = letters[1:5], score = c(90, 80, 80, 70, NA))
  got <- windowed(scores, columns = c(
    number = row_number(falling(score)), rank = rank(falling(score)), dense = dense_rank(falling(score)), tile = ntile(
      3, falling(score)
    )
  ))
  expect_equal(got$number, 1:5)
  expect_equal(got$rank, c(1, 2, 2, 4, NA))
  expect_equal(got$dense, c(1, 2, 2, 3, NA))
  expect_equal(got$tile, c(1, 1, 2, 3, NA))
  few <- windowed(scores[1:2, ], columns = c(tile = ntile(5, score)))
  expect_equal(few$tile, c(2, 1))
})

test_that("ties and gaps are said", {
  scores <- data.frame(score = c(90, 80, 80, NA))
  text <- flat(windowed(scores, columns = c(place = row_number(score), r = rank(score))))
  expect_match(text, "place: 2 entries tie in the order by score; they are taken in the order of entry", fixed = TRUE)
  expect_match(text, "r: 1 entry has no score and no place.", fixed = TRUE)
  expect_no_match(flat(windowed(scores, columns = c(r = dense_rank(score)))), "tie in the order")
  both <- flat(windowed(scores, columns = c(a = row_number(score), b = ntile(2, score))))
  expect_match(both, "a, b: 2 entries tie in the order by score")
  page <- brief(scores,
    lines = score, figures = c(n = count()), beside = c(place = rank(falling(n))), show = place == 3
  )
  expect_match(flat(draw_up(page)), "there is no place 3, since lines before it are equal and share one")
  direct <- brief(scores, lines = score, figures = c(n = count()), show = rank(falling(n)) %in% c(1, 3))
  expect_match(flat(draw_up(direct)), "there is no place 3")
  clean <- amend(page, show = place == 1)
  expect_no_match(flat(draw_up(clean)), "there is no place")
})

test_that("wrong rankings are refused in words", {
  expect_match(
    said_by(brief(tolls, columns = c(r = rank()))), "rank() goes by an order, and none is given", fixed = TRUE
  )
  expect_match(said_by(brief(tolls, columns = c(r = ntile(0, toll)))), "`n` takes a whole number from 1, and got 0")
  expect_match(
    said_by(brief(tolls, columns = c(r = ntile()))), "ntile() takes the number of tiles first", fixed = TRUE
  )
  expect_match(
    said_by(brief(tolls, columns = c(r = rank(toll, by = lock)))), "rank() has no argument `by`", fixed = TRUE
  )
  expect_match(said_by(brief(tolls, columns = c(r = rank(tolll)))), "Did you mean `toll`")
  expect_match(
    said_by(
      brief(tolls, lines = lock, figures = c(r = rank(toll)))
    ), "Write it in `columns` (beside entries)", fixed = TRUE
  )
})
