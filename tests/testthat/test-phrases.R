# Phrases are read back as they are written, whatever stands in their blanks.

all_phrases <- function() {
  seen <- list(measures = "n", others = list(), keys = "k")
  unlist(lapply(idleledger:::section_names(), function(section) {
    phrases <- idleledger:::room_of("section", section)$clause$phrases(seen)
    lapply(phrases, c, list(section = section))
  }), recursive = FALSE)
}

random_expr <- function(depth = 2) {
  leaf <- list(quote(toll), quote(`a b`), 1, "x{y}[z]", quote(.x), quote(whole()))
  if (depth == 0 || stats::runif(1) < 0.4) return(leaf[[sample.int(length(leaf), 1)]])
  as.call(c(as.name(sample(c("sum", "+", "falling"), 1)), lapply(1:2, function(k) random_expr(depth - 1))))
}

test_that("what is filled in is found again", {
  set.seed(3)
  for (phrase in all_phrases()) for (k in one_in(2, 1:8)) {
    filled <- lapply(phrase$blanks, function(blank) {
      if (blank$optional && stats::runif(1) < 0.3) return(NULL)
      if (blank$many) lapply(seq_len(sample(1:3, 1)), function(k) random_expr(0)) else random_expr()
    })
    in_head <- vapply(phrase$blanks, function(blank) isTRUE(blank$symbols), TRUE)
    filled[in_head] <- list(quote(f))
    expr <- idleledger:::phrase_written(phrase, filled)
    found <- idleledger:::filled_in(phrase, expr)
    expect_equal(found[names(filled)], filled, info = paste(phrase$says, deparse1(expr)))
    expect_no_match(deparse1(phrase$form), "\\.\\.", info = phrase$says)
  }
})

test_that("each phrase says every blank that it has, and each blank has a room", {
  for (phrase in all_phrases()) {
    said <- as.character(unlist(regmatches(phrase$says, gregexpr("(?<=[{])[a-z_]+(?=[}])", phrase$says, perl = TRUE))))
    expect_setequal(unique(said), as.character(names(phrase$blanks)))
    for (blank in phrase$blanks) expect_true(idleledger:::has_room("blank", blank$kind), info = phrase$says)
  }
})

test_that("words are put in as they are", {
  says <- idleledger:::with_blanks_said
  expect_equal(says("the {a} of {b}[ in {c}]", list(a = "{b}", b = "x", c = "")), "the {b} of x")
  expect_equal(says("{a}[, {c}]", list(a = "{c} $1 \\1", c = "y")), "{c} $1 \\1, y")
})
