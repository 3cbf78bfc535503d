# What is in hand while a page is drawn up: three values, which sections take and return.

steps <- function(page) {
  seen <- list()
  idleledger:::work_brief(page, watch = function(drawn, name) seen[[name]] <<- drawn)
  seen
}

# Everything that is known of a page, with what stands in its memos written out.
all_of_it <- function(drawn) {
  names <- drawn$entries$column_names
  list(
    columns = lapply(stats::setNames(nm = names), function(name) {
      idleledger:::plain_vector(idleledger:::entry_column(drawn$entries, name))
    }),
    rows = drawn$entries$rows, accounts = drawn$entries$accounts, notes = drawn$page$notes,
    lines = lapply(drawn$lines$columns, idleledger:::plain_vector), shown = drawn$lines$shown, n = drawn$lines$n
  )
}

test_that("a section returns values of its own and leaves those that it was given as they were", {
  page <- brief(tolls,
    columns = c(toll = toll * 2, place = rank(toll)), only = toll > 20, lines = c(reach, lock),
    figures = c(s = sum(toll)), footing = rollup(reach, lock), beside = c(r = rank(falling(s))),
    show = top(2, s, per = reach, others = TRUE), order = falling(s)
  )
  drawn <- idleledger:::open_page(page)
  for (name in intersect(idleledger:::section_names(), names(page$checked))) {
    before <- all_of_it(drawn)
    after <- idleledger:::work_section(drawn, name)
    expect_identical(all_of_it(drawn), before, info = name)
    expect_false(identical(all_of_it(after), before) && name %in% c("columns", "only", "lines", "figures", "beside"))
    expect_named(after, c("brief", "entries", "lines", "page"))
    expect_setequal(names(after$lines), names(idleledger:::new_lines(0)))
    drawn <- after
  }
})

test_that("no section looks at what a later one says", {
  whole <- brief(tolls,
    lines = c(reach, paid), figures = c(s = sum(toll)), footing = rollup(reach), beside = c(r = rank(falling(s))),
    show = s > 100, order = falling(s), layout = c(reach, money(s)), title = "T", notes = "N"
  )
  upto <- function(page, name) {
    drawn <- steps(page)[[name]]
    rlang::hash(c(drawn$lines[c("n", "level", "shown", "display")], lapply(drawn$lines$columns,
      idleledger:::plain_vector)))
  }
  sections <- intersect(idleledger:::section_names(), names(whole$checked))
  for (k in seq_along(sections)[-length(sections)]) {
    shorter <- whole
    shorter$checked[sections[seq(k + 1, length(sections))]] <- NULL
    expect_identical(upto(shorter, sections[k]), upto(whole, sections[k]), info = sections[k])
  }
})

test_that("a finished page gives its memory back", {
  withr::local_options(idleledger.threads = 1)
  table <- data.frame(k = sprintf("t%07d", 1:3e5), j = sprintf("u%07d", 3e5:1))
  page <- brief(table, lines = c(k, j), figures = c(n = count()))
  bytes_after <- function() {
    gc()
    idleledger:::core_release_memory()
    draw_up(page)
    idleledger:::core_release_memory()
  }
  bytes_after()
  freed <- bytes_after()
  local_in_package("release_page", function(drawn) invisible())
  expect_gt(freed, bytes_after() + 4 * 3e5)
})
