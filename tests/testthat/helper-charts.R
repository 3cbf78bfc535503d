# Pages of many shapes, and what a chart drew of them.

# Whatever is drawn while a file of tests runs goes to a picture of its own.
local_chart_device <- function() {
  withr::local_png(withr::local_tempfile(fileext = ".png", .local_envir = teardown_env()), type = "cairo",
    .local_envir = teardown_env())
}

built <- function(plot) ggplot2::ggplot_build(plot)$data

drawn_texts <- function(plot) {
  unlist(lapply(built(plot), function(layer) if ("label" %in% names(layer)) layer$label))
}

months_page <- function() {
  brief(tolls, lines = c(month = start_of(passed_on, "month")),
    figures = c(receipts = sum(toll)))
}
lock_page <- function() brief(tolls, lines = c(reach, lock), figures = c(passages = count(), receipts = sum(toll)))

chart_pages <- function() {
  list(
    groups = brief(tolls, lines = lock, figures = c(receipts = sum(toll), passages = count())), nested = lock_page(),
    crossing = brief(tolls, lines = c(lock, paid), figures = c(receipts = sum(toll))),
    many = brief(tolls, lines = passage, figures = c(receipts = sum(toll))),
    three = brief(tolls, lines = c(reach, craft, paid), figures = c(typical = median(toll))),
    dates = months_page(), whole = brief(tolls, lines = whole(), figures = c(n = count())),
    two_years = amend(months_page(), beside = c(before = earlier(receipts, years(1), along = month))),
    rolling = brief(brief(tolls, lines = passed_on, figures = c(receipts = sum(toll))),
      along = passed_on, beside = c(week = rolling(mean(receipts), days(7)))
    ),
    running = amend(months_page(), along = month, beside = c(to_date = running(sum(receipts)), n = running(count()))),
    by_reach = brief(tolls, lines = c(month = start_of(passed_on, "month"), lock), figures = c(receipts = sum(toll))),
    shares = amend(lock_page(), beside = c(part = share(receipts, per = reach))),
    crosstab = amend(lock_page(), lines = c(lock, paid), abreast = columns_of(paid, totals = "both")),
    two_figures = amend(lock_page(), abreast = reach), footed = amend(lock_page(), footing = rollup(reach, lock)),
    cube = brief(tolls, lines = c(reach, paid), figures = c(n = count()), footing = cube(reach, paid)),
    top = amend(lock_page(), footing = whole(), show = top(3, receipts)),
    others = amend(lock_page(), show = top(2, receipts, others = TRUE)),
    ranks = amend(lock_page(), beside = c(place = rank(falling(receipts), per = reach))),
    runs = brief(demo_table("levels"),
      columns = c(run = run_of(read_on, per = lock)), lines = c(lock, run),
      figures = c(from = min(read_on), upto = max(read_on), days = count())
    ),
    entries = brief(tolls), texts = brief(tolls, lines = lock, figures = c(names = listed(craft, distinct = TRUE))),
    none = brief(tolls, only = toll > 1e9, lines = lock, figures = c(receipts = sum(toll))),
    none_of_entries = brief(tolls, only = toll > 1e9), one = brief(tolls[1, ], lines = lock, figures = c(n = sum(toll)))
  )
}
