# bring_in against a slow way in base R, on random tables with every kind of key; and each message.

# For each entry the rows there with the same keys, one pair after another.
slow_pairs <- function(here, there, by_here, by_there) {
  text <- function(table, names) {
    parts <- lapply(table[names], function(x) {
      if (inherits(x, "POSIXct")) return(format(x, "%Y-%m-%d %H:%M:%OS6"))
      if (inherits(x, "Date")) return(format(x))
      as.character(if (is.double(x) && !is.object(x)) x + 0 else x)
    })
    gone <- Reduce(`|`, lapply(table[names], is.na))
    ifelse(gone, NA, do.call(paste, c(unname(parts), list(sep = "/"))))
  }
  ours <- text(here, by_here)
  theirs <- text(there, by_there)
  lapply(ours, function(key) if (is.na(key)) integer() else which(theirs == key))
}

numbered <- function(n, seed) cbind(id = seq_len(n), random_table(n, seed))
kinds_of_keys <- c("word", "choice", "whole", "amount", "part", "day", "moment", "flag", "big")

# The entries with the column `label` of their partners, as base R makes them.
slow_bring_in <- function(here, there, pairs, expect, without) {
  n <- lengths(pairs)
  keep <- if (without == "leave_out") n > 0 else rep(TRUE, length(n))
  entry <- rep(seq_along(pairs), ifelse(keep, pmax(n, 1), 0))
  partner <- unlist(lapply(pairs[keep], function(rows) if (length(rows)) rows else NA_integer_))
  lonely <- if (without == "both") setdiff(seq_len(nrow(there)), unlist(pairs)) else integer()
  list(id = c(here$id[entry], rep(NA, length(lonely))), label = c(there$label[partner], there$label[lonely]))
}

test_that("every kind of key, alone and in pairs, finds what base R finds, whatever becomes of the rest", {
  sets <- c(as.list(kinds_of_keys), lapply(one_in(2, 1:20), function(k) {
    withr::with_seed(k, sample(kinds_of_keys, 2 + k %% 3))
  }))
  for (k in seq_along(sets)) {
    here <- numbered(sample(c(0, 1, 70), 1, prob = c(1, 1, 8)), k)
    there <- random_table(40, 100 + k)
    there$label <- sprintf("row %d", seq_len(40))
    names(there) <- paste0(names(there), ifelse(names(there) == "label", "", "_there"))
    keys <- sets[[k]]
    match <- as.call(c(quote(c), stats::setNames(lapply(paste0(keys, "_there"), as.name), keys)))
    pairs <- slow_pairs(here, there, keys, paste0(keys, "_there"))
    for (without in c("keep", "leave_out", "both")) {
      expect <- if (any(lengths(pairs) > 1)) "many" else "one"
      page <- rlang::inject(brief(here, prepare = bring_in(there,
        match = !!match, columns = label, expect = !!expect, without_partner = !!without)))
      got <- draw_up(page)
      wanted <- slow_bring_in(here, there, pairs, expect, without)
      label <- paste(toString(keys), without, k)
      expect_identical(got$id, wanted$id, label = label)
      expect_identical(got$label, as.character(wanted$label), label = label)
      expect_true(all_tie(tie_out(page)), label = label)
    }
    if (any(lengths(pairs) > 1)) expect_error(
      draw_up(rlang::inject(brief(here, prepare = bring_in(there, match = !!match, columns = label)))),
      class = "idle_many_partners"
    )
    having <- draw_up(rlang::inject(brief(here, only = has_partner(there, match = !!match))))
    expect_identical(having$id, here$id[lengths(pairs) > 0])
    lacking <- draw_up(rlang::inject(brief(here, only = !has_partner(there, match = !!match))))
    expect_identical(lacking$id, here$id[lengths(pairs) == 0])
  }
})

test_that("the partner in force on the day is the last that began, until it ends", {
  for (seed in one_in(3, 1:30)) {
    here <- numbered(80, seed)
    prices <- withr::with_seed(seed, {
      days <- as.Date("2024-02-24") + 0:9
      all <- expand.grid(word = c("ash", "elm", NA), from = as.numeric(days), stringsAsFactors = FALSE)
      all <- all[sample(nrow(all), 12), ]
      data.frame(word = all$word, from = as.Date(all$from, origin = "1970-01-01"), price = seq_len(12))
    })
    prices <- prices[order(prices$word, prices$from), ]
    following <- ave(as.numeric(prices$from), paste(prices$word), FUN = function(x) c(x[-1], NA))
    prices$upto <- as.Date(following - sample(1:3, 12, TRUE), origin = "1970-01-01")
    prices$upto <- pmax(prices$upto, prices$from)
    prices <- withr::with_seed(seed, prices[sample(12), ])
    slow <- vapply(seq_len(80), function(i) {
      able <- which(prices$word == here$word[i] & prices$from <= here$day[i])
      if (length(able)) able[which.max(prices$from[able])] else NA_integer_
    }, 1L)
    page <- brief(here, prepare = bring_in(prices, match = word, columns = price, as_of = c(day = from)))
    expect_identical(draw_up(page)$price, prices$price[slow])
    expect_true(all_tie(tie_out(page)))
    ended <- brief(here, prepare = bring_in(prices,
      match = word, columns = price, as_of = day >= from, upto = upto, without_partner = "leave_out"))
    slow[which(prices$upto[slow] < here$day)] <- NA
    expect_identical(draw_up(ended)$price, prices$price[slow][!is.na(slow)])
    expect_true(all_tie(tie_out(ended)))
  }
  bands <- data.frame(low = c(0, 10, 50), high = c(9.99, 49.99, NA), band = c("small", "middle", "large"))
  loads <- data.frame(tonnes = c(-1, 0, 9.99, 10, 49.995, 50, 1e9, NA, NaN))
  got <- draw_up(brief(loads, prepare = bring_in(bands, columns = band, as_of = c(tonnes = low), upto = high)))
  expect_identical(got$band, c(NA, "small", "small", "middle", NA, "large", "large", NA, NA))
})

places <- data.frame(lock = c("Ash", "Birch", "Cedar"), reach = c("Upper", "Lower", "Lower"), rise = c(1.5, 2, 2.5))
trips <- data.frame(day = as.Date("2025-03-01") + 0:5, lock = c("Ash", "Birch", "ash ", NA, "Ash", "Elm"),
  toll = 1:6 / 2)

test_that("a match that would multiply entries stops, with examples, sums and a way out", {
  twice <- rbind(cbind(places, year = 2024L), cbind(places, year = 2025L))
  said <- said_by(draw_up(brief(trips, prepare = bring_in(twice, match = lock), lines = whole(),
    figures = c(receipts = sum(toll), largest = max(toll)))))
  expect_match(said, "3 entries find more than one line of twice by lock, up to 2[.]")
  expect_match(said, "In row 1, lock \"Ash\": lines 1 and 4: [(]reach Upper, rise 1.5, year 2,?024[)]")
  expect_match(said, "Over all entries it would have made receipts 14.5 in the place of 10.5[.]")
  expect_match(said, "twice has one line each lock and year, and is matched by lock")
  expect_match(said, "brief[(]twice, lines = lock, figures = c[(]rise = sum[(]rise[)][)][)]")
  targets <- demo_table("targets")
  said <- said_by(draw_up(brief(demo_table("tolls"), prepare = bring_in(targets, match = lock))))
  expect_match(said, "Match by both: match = c[(]lock, start_of[(]passed_on, \"month\"[)] == month[)]")
  many <- brief(trips, prepare = bring_in(twice, match = lock, expect = "many"), lines = whole(),
    figures = c(n = count(), receipts = sum(toll)))
  expect_identical(draw_up(many)$receipts, 14.5)
  expect_match(flat(draw_up(many)), "3 entries have more than one line of twice and stand here once for each")
  expect_match(flat(tie_out(many)), "6 read [+] 3 added by `prepare` = 9 used")
  copied <- rbind(places, places[2, ])
  expect_match(said_by(draw_up(brief(trips, prepare = bring_in(copied, match = lock)))),
    "1 line there is a copy of another")
  error <- tryCatch(draw_up(brief(trips, prepare = bring_in(twice, match = lock))), idle_many_partners = identity)
  expect_identical(error$entries, c(1L, 2L, 5L))
})

test_that("who found nobody is told, and what misses by a hair", {
  page <- brief(trips, prepare = bring_in(places, match = lock))
  expect_identical(draw_up(page)$rise, c(1.5, 2, NA, NA, 1.5, NA))
  said <- flat(draw_up(page))
  expect_match(said,
    "3 entries have no partner in places by lock, and are kept without one [(]a key is missing in 1 entry")
  expect_match(said, "1 line of places met no entry: lock Cedar")
  expect_match(said,
    "1 entry of those would have a partner but for the spelling of lock, such as \"ash \" here and \"Ash\"")
  aside <- set_aside(page, "prepare")
  expect_identical(aside$entry, c(3L, 4L, 6L, NA))
  expect_identical(aside$reason, c("no partner in places: kept", "a key is missing: kept", "no partner in places: kept",
    "row 3 of places met no entry: not used"))
  said <- said_by(draw_up(amend(page, prepare = bring_in(places, match = lock, without_partner = "stop"))))
  expect_match(said,
    "3 entries have no partner, of which 1 entry has a key missing.*The first is row 3: lock ash .*mend_keys")
  mended <- amend(page, prepare = c(mend_keys(lock), bring_in(places, match = lock)))
  expect_identical(draw_up(mended)$rise, c(1.5, 2, 1.5, NA, 1.5, NA))
  look_alikes <- c("\u0410sh", "Ash\u00a0", " ASH", "Ash\u2003", "ash")
  got <- draw_up(brief(data.frame(lock = look_alikes), prepare = bring_in(places, match = lock)))
  expect_match(flat(got), "5 entries of those would have a partner but for the spelling")
})

test_that("a line beside several entries carries its amounts once on a page of their lines", {
  repeated <- brief(trips, prepare = bring_in(places, match = lock), lines = whole(), figures = c(rises = sum(rise)))
  expect_match(flat(draw_up(repeated)),
    "`rise` stands beside up to 2 entries for each line of places, so rises counts it")
  once <- brief(brief(trips, lines = lock, figures = c(toll = sum(toll))), prepare = bring_in(places, match = lock),
    lines = whole(), figures = c(rises = sum(rise)))
  expect_no_match(flat(draw_up(once)), "stands beside")
})

test_that("lines without an entry come in as made ones, which count() leaves to count(made)", {
  page <- brief(trips, prepare = bring_in(places, match = lock, without_partner = "both"), lines = lock,
    figures = c(n = count(), all = count(made), receipts = sum(toll), rise = max(rise)))
  got <- draw_up(page)
  expect_identical(got$n[got$lock %in% "Cedar"], 0L)
  expect_identical(got$all[got$lock %in% "Cedar"], 1L)
  expect_identical(got$rise[got$lock %in% "Cedar"], 2.5)
  expect_true(all_tie(tie_out(page)))
  expect_match(flat(proof(page, n, lock == "Cedar")), "That is 0")
  expect_identical(nrow(entries_behind(page, lock == "Cedar")), 1L)
  above <- brief(brief(trips, lines = lock, figures = c(s = sum(toll))),
    prepare = bring_in(places, match = lock, without_partner = "both"), lines = whole(), figures = c(r = sum(rise)))
  expect_match(flat(entries_behind(above)), "6 entries of trips.*Besides, 1 entry that `prepare` made")
  expect_identical(entries_behind(page, lock == "Ash")$entry, c(1L, 5L))
})

test_that("a page is a partner, a table its own, and ten stand in a chain", {
  by_lock <- brief(trips, only = toll < given(most), lines = lock, figures = c(receipts = sum(toll)))
  page <- brief(places, prepare = bring_in(by_lock, match = lock))
  expect_identical(draw_up(supply(page, most = 9))$receipts, c(3, 1, NA))
  expect_match(flat(tie_out(supply(page, most = 9))), "The page below: trips by lock")
  expect_match(said_by(draw_up(page)), "given[(]most[)]")
  wrong <- brief(trips, lines = lock, figures = c(receipts = sum(toll)), control = c(receipts = 99))
  expect_match(flat(tie_out(brief(places, prepare = bring_in(wrong, match = lock)))),
    "DIFFERS On the page below, trips by lock")
  own <- brief(trips, prepare = bring_in(trips, match = day, columns = c(again = toll)))
  expect_identical(draw_up(own)$again, trips$toll)
  before <- brief(trips, columns = c(last = day - 1))
  chain <- trips
  for (k in 1:10) {
    extra <- stats::setNames(data.frame(trips$day, k), c("day", paste0("c", k)))
    chain <- brief(chain, prepare = bring_in(extra, match = day))
  }
  expect_identical(draw_up(chain)$c10, rep(10L, 6))
  expect_true(all_tie(tie_out(chain)))
  expect_identical(nrow(entries_behind(chain, c3 == 3)), 6L)
})

test_that("a table that changes between draw-up and tie-out is told, whether a file or in memory", {
  path <- written_file("lock,rise\nAsh,1.5\nBirch,2\n")
  statement <- draw_up(brief(trips, prepare = bring_in(path, match = lock)))
  expect_true(all_tie(tie_out(statement)))
  writeLines(c("lock,rise", "Ash,1.5", "Birch,7"), path)
  expect_match(flat(tie_out(statement)), "DIFFERS Fresh: the table .* has changed .* other values stand in `rise`")
  statement <- draw_up(brief(trips, prepare = bring_in(places, match = lock), lines = lock, figures = c(r = max(rise))))
  expect_true(all_tie(tie_out(statement, tables = list(places = places))))
  grown <- rbind(places, data.frame(lock = "Elm", reach = "Upper", rise = 9))
  expect_match(flat(tie_out(statement, tables = list(places = grown))), "it had 3 lines and has 4")
  expect_match(said_by(tie_out(statement, tables = list(place = grown))), "no table `place`.*places")
  broken <- statement
  broken$r[1] <- 99
  expect_false(all_tie(tie_out(broken)))
})

test_that("what cannot be matched is said when the brief is made", {
  says <- function(pattern, ...) {
    preparation <- as.call(c(quote(bring_in), rlang::exprs(...)))
    expect_match(said_by(rlang::inject(brief(trips, prepare = !!preparation))), pattern)
  }
  says("says no `match`.*Both have `lock`: match = lock", places)
  says("there is no table `nowhere`", nowhere, match = lock)
  says("the table has no column `rech`.*Did you mean `reach`", places, match = lock == rech)
  says("the entries have no column `rise`", places, match = rise)
  says("`toll` is a number here and `lock` is text in places: they can never be equal.*as_number[(]lock[)]", places,
    match = toll == lock)
  dated <- data.frame(at = as.POSIXct("2025-03-01 10:00", tz = "UTC"), code = 1)
  says("hardly ever equal to a date.*match = day == as_date[(]at[)]", dated, match = day == at)
  same <- cbind(places, toll = 1)
  says("`toll` stands both in the entries and in same.*columns = c[(]reach, rise, toll_there = toll[)]", same,
    match = lock)
  says("places has no column `rse`.*Did you mean `rise`", places, match = lock, columns = rse)
  says("named twice", places, match = lock, columns = c(rise, rise = reach))
  says("`expect` is \"one\" or \"many\"", places, match = lock, expect = "two")
  says("`without_partner` is \"keep\", \"leave_out\", \"stop\" or \"both\"", places, match = lock,
    without_partner = "drop")
  says("the same for all rows", places, match = "a" == lock)
  says("names no column", places, match = c())
  says("`upto` ends what `as_of` begins", places, match = lock, upto = rise)
  says("takes a day here and a day there", places, match = lock, as_of = c(day + 1, 2))
  says("takes dates, times or numbers", places, as_of = c(lock = lock))
  says("cannot be worked: .*no_such_function", no_such_function(3), match = lock)
  says("stands where a table is meant", sum(1), match = lock)
  prices <- data.frame(lock = "Ash", from = as.Date("2025-03-01"), price = 1:2)
  expect_match(said_by(draw_up(brief(trips, prepare = bring_in(prices, match = lock, as_of = c(day = from))))),
    "in force together, rows 1 and 2.*begin on the same day")
})

test_that("empty tables, keys that are missing everywhere, and far too many pairs", {
  none <- places[0, ]
  page <- brief(trips, prepare = bring_in(none, match = lock))
  expect_identical(draw_up(page)$rise, rep(NA_real_, 6))
  expect_true(all_tie(tie_out(page)))
  no_entries <- brief(trips[0, ], prepare = bring_in(places, match = lock, without_partner = "both"))
  expect_identical(draw_up(no_entries)$lock, places$lock)
  expect_true(all_tie(tie_out(no_entries)))
  for (empty in list(NA, NA_character_)) {
    nowhere <- data.frame(lock = empty, rise = 1:3)
    expect_identical(draw_up(brief(trips, prepare = bring_in(nowhere, match = lock)))$rise, rep(NA_integer_, 6))
  }
  one <- data.frame(k = rep(1, 1e5))
  other <- data.frame(k = rep(1, 1e5), v = 1)
  said <- said_by(draw_up(brief(one, prepare = bring_in(other, match = k, expect = "many"))))
  expect_match(said, "would make 10,000,000,000 entries, and 20,000,000 is the most")
})
