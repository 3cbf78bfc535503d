# Books on the tolls of two years.

bits <- function(x) lapply(as.data.frame(x), as.vector)

page_of_year <- function(source) {
  brief(source, only = toll > 0, columns = c(month = start_of(passed_on, "month")),
    lines = c(reach, lock), figures = c(
      n = count(), s = sum(toll), m = mean(toll), v = sd(toll), typical = median(toll), crafts = count_distinct(craft),
      both = count_distinct(craft, paid), often = mode(paid), l = last(craft), early = min(lock), late = max(month)
    ), footing = rollup(reach, lock), beside = c(part = share(s, per = whole())), order = falling(s))
}

new_book <- function(page = page_of_year(demo_table("tolls")), env = parent.frame()) {
  open_book(withr::local_tempfile(fileext = ".book", .local_envir = env), page)
}
