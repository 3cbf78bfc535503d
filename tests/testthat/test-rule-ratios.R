# Ratios averaged or added up.
odd <- dues_with(net = dues$tonnes / 4, tax_pct = 5 + dues$slip %% 3, mean_load = dues$tonnes)
odd$each <- odd$due / odd$net
figure <- function(call) rlang::inject(brief(odd, lines = wharf, figures = c(f = !!call)))

test_that("a mean or a total of a ratio is told with what it is a ratio of, and the ratio of totals is not", {
  ratio <- figure(quote(sum(due) / sum(tonnes)))
  expect_told("ratios", figure(quote(mean(due / tonnes))), ratio,
    "`f` averages ratios of due to tonnes, which weighs each entry alike; .* is sum\\(due\\) / sum\\(tonnes\\)")
  expect_told("ratios", figure(quote(sum(due / tonnes))), ratio, "`f` adds up ratios of due to tonnes")
  made <- brief(odd, columns = c(k = due / tonnes), lines = wharf, figures = c(f = mean(k)))
  expect_told("ratios", made, ratio, "averages ratios of due to tonnes")
})

test_that("a column that is the ratio of two others, or reads like a mean, is told, and weighed it is not", {
  expect_told("ratios", figure(quote(mean(each))), figure(quote(mean(each, weight = net))),
    "averages ratios of due to net")
  expect_told("ratios", figure(quote(mean(tax_pct))), figure(quote(mean(tax_pct, weight = due))),
    "averages `tax_pct`, which reads like a mean or a ratio already")
  expect_told("ratios", figure(quote(mean(mean_load))), figure(quote(mean(mean_load, weight = due))),
    "averages `mean_load`")
})

test_that("the repair of a mean of ratios is the ratio of the totals", {
  mended <- apply_repair(figure(quote(mean(due / tonnes))), "ratios")
  expect_equal(draw_up(mended)$f, as.vector(tapply(dues$due, dues$wharf, sum) / tapply(dues$tonnes, dues$wharf, sum)))
})
