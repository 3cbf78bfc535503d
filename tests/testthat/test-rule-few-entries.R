# A striking figure behind which stand one or two entries, where other lines have many.
with_elm <- function(value, n = 1) {
  rbind(dues, transform(dues[seq_len(n), ], wharf = "Elm", due = value, slip = slip + 900))
}
figure <- function(call, table) rlang::inject(brief(table, lines = wharf, figures = c(f = !!call)))

test_that("a mean, a middle or a rate of one or two entries far outside of all others is told", {
  for (call in list(quote(mean(due)), quote(median(due)), quote(sum(due) / count()))) {
    expect_told("few_entries", figure(call, with_elm(99)), figure(call, dues), name = deparse1(call),
      "the largest `f`, 99 in wharf Elm, has 1 entry behind it, where half of the lines have 90 or more")
    expect_told("few_entries", figure(call, with_elm(-30, 2)), figure(call, dues), name = deparse1(call),
      "the smallest `f`, -30 in wharf Elm, has 2 entries behind it")
  }
})

test_that("a figure among the others, one of three entries, and a total are not told", {
  for (page in list(figure(quote(mean(due)), with_elm(13)), figure(quote(mean(due)), with_elm(99, 3)),
    figure(quote(max(tonnes)), with_elm(99)), figure(quote(sum(due)), with_elm(99)))) {
    expect_false("few_entries" %in% findings(page)$rule)
  }
})
