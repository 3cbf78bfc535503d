# The demo table of dues has no mistake in it: ways to plant one, and to ask what is said of a page.

dues <- demo_table("dues")

# The table with columns added or replaced, with other values in some of its rows, and with rows more.
dues_with <- function(..., table = dues) {
  columns <- list(...)
  table[names(columns)] <- columns
  table
}
dues_at <- function(name, where, value) {
  dues[[name]] <- replace(dues[[name]], where, value)
  dues
}
with_row <- function(..., table = dues) rbind(table, transform(table[1, ], ...))

by_wharf <- function(table = dues, ...) brief(table, lines = wharf, figures = c(n = count(), dues = sum(due)), ...)
by_day <- function(table, ...) brief(brief(table, lines = paid_on, figures = c(dues = sum(due))), beside = c(...))

# All that a tie-out says beyond "ties".
findings <- function(page) {
  checks <- as.data.frame(if (inherits(page, "idle_brief")) tie_out(page) else page)
  checks[checks$status != "ties", ]
}

# A rule tells a mistake, in these words, and no figure differs for it; of the twin without it nothing is said.
expect_told <- function(rule, mistake, twin, words = ".", name = rule) {
  found <- findings(mistake)
  own <- found$sentence[found$rule %in% rule]
  all_said <- paste(found$sentence, collapse = " | ")
  expect_true(any(grepl(words, own)), label = sprintf("%s is told (said was: %s)", name, all_said))
  expect_false(any(found$status == "differs"), label = sprintf("a figure differs for %s: %s", name, all_said))
  expect_clean(twin, name)
}

known_clean <- new.env()
expect_clean <- function(page, name = "a page") {
  key <- rlang::hash(page)
  if (is.null(known_clean[[key]])) {
    expect_identical(findings(page)$sentence, character(), label = paste("what is said of the twin of", name))
  }
  known_clean[[key]] <- TRUE
}

# For the rest of a test a section leaves its page with a mistake in it.
local_spoiled <- function(section, change, env = parent.frame()) {
  sound <- idleledger:::room_of("section", section)$work
  idleledger:::local_answers(section, "section", .frame = env, work = function(drawn, checked) {
    change(sound(drawn, checked))
  })
}

# The checks that differ, by name, with their sentences.
differing <- function(page, ...) {
  checks <- Filter(function(check) check$status == "differs", tie_out(page, ...)$checks)
  stats::setNames(vapply(checks, `[[`, "", "sentence"), vapply(checks, `[[`, "", "check"))
}

# Each call stops, with words that fit.
expect_stops <- function(cases, make) {
  for (case in cases) expect_match(said_by(make(case[[1]])), case[[2]],
    label = paste(deparse(case[[1]]), collapse = " "))
}

# The work of a room with something done to what comes out of it.
local_mishap <- function(name, kind, mishap, env = parent.frame()) {
  work <- idleledger:::room_of(kind, name)$work
  idleledger:::local_answers(name, kind, work = function(...) mishap(work(...)), .frame = env)
}

# A page of which every section can be mis-worked.
worked_page <- function() {
  brief(tolls,
    columns = c(month = start_of(passed_on, "month"), dear = toll * 2, size = case(when(toll > 10, "big"),
      otherwise = "small")),
    only = c(toll > 0, !is_missing(lock), month >= "2025-01-01"), lines = c(reach, lock),
    figures = c(n = count(), receipts = sum(dear)), show = top(3, receipts, per = reach),
    order = c(reach, falling(receipts))
  )
}
