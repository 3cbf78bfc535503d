# Every row function with every kind of argument (a column, an expression, a constant, a supplied value, a
# value that is missing) against base R, row by row. A function that nobody wrote down here fails.
samples <- data.frame(
  x = c(3, -2.5, NA, 0, 7.125, 1e6, -0.5, 2), y = c(2, 0, 1, NA, -3, 0.1, 4, 2), i = c(1L, NA, 3L, 2L, 5L, 1L, 4L, 2L),
  t = c("Tarn Foot", " ash  elm", NA, "\u00e9lan", "", "aXa", "north", "Foot"),
  u = c("Foot", "elm", "x", "\u00e9", "", "a", NA, "Foot"), v = c("o", "l", NA, "n", "z", "a", "r", ""),
  d = as.Date("2024-02-27") + c(0, 3, NA, 307, 400, 1, 2, 0), e = as.Date("2024-03-01") + c(-3, 0, 1, NA, 2, 9, -2, -3),
  b = c(TRUE, FALSE, NA, TRUE, FALSE, TRUE, NA, FALSE), c = c(FALSE, FALSE, TRUE, NA, TRUE, NA, TRUE, FALSE)
)
samples$big <- bit64::as.integer64("9007199254740993") + c(0, 1, NA, 3, -5, 10, 0, 7)

half_out <- function(x, digits = 0) {
  scaled <- abs(x) * 10^digits
  sign(x) * floor(scaled + 0.5 + 1e-9) / 10^digits
}
or_na <- function(ok, value) if (isTRUE(ok)) value else NA
period_start <- function(d, unit) {
  switch(unit, day = d, week = d - (as.integer(format(d, "%u")) - 1), month = as.Date(format(d, "%Y-%m-01")),
    quarter = as.Date(sprintf("%s-%02d-01", format(d, "%Y"), 3 * ((as.integer(format(d, "%m")) - 1) %/% 3) + 1)),
    year = as.Date(format(d, "%Y-01-01"))
  )
}
part_of <- function(form) function(x) as.integer(format(x, form))

# For each function its arguments, by the columns that stand for them, and what it gives for one row of
# values that are all there. `one` are the arguments that are the same for all rows.
oracles <- list(
  `+` = list(args = list(x = "x", y = "y"), fn = `+`), `-` = list(args = list(x = "x", y = "y"), fn = `-`),
  `*` = list(args = list(x = "x", y = "y"), fn = `*`),
  `/` = list(args = list(x = "x", y = "y"), fn = function(x, y) or_na(y != 0, x / y)),
  `%%` = list(args = list(x = "x", y = "y"), fn = function(x, y) or_na(y != 0, x %% y)),
  `^` = list(args = list(x = "x", y = "y"), fn = function(x, y) {
    or_na(!(x < 0 && y != floor(y)) && !(x == 0 && y < 0), x^y)
  }),
  rounded = list(args = list(x = "x", digits = "i"), fn = half_out), abs = list(args = list(x = "x"), fn = abs),
  floor = list(args = list(x = "x"), fn = floor), ceiling = list(args = list(x = "x"), fn = ceiling),
  sign = list(args = list(x = "x"), fn = sign), exp = list(args = list(x = "y"), fn = exp),
  sqrt = list(args = list(x = "x"), fn = function(x) or_na(x >= 0, sqrt(abs(x)))),
  log = list(args = list(x = "x"), fn = function(x) or_na(x > 0, log(abs(x)))),
  least = list(args = list("x", "y", "i"), fn = min), greatest = list(args = list("x", "y", "i"), fn = max),
  as_number = list(args = list(x = "v"), fn = function(x) suppressWarnings(as.double(x))),
  `==` = list(args = list(x = "x", y = "y"), fn = `==`), `!=` = list(args = list(x = "t", y = "u"), fn = `!=`),
  `<` = list(args = list(x = "d", y = "e"), fn = `<`), `<=` = list(args = list(x = "x", y = "y"), fn = `<=`),
  `>` = list(args = list(x = "t", y = "u"), fn = function(x, y) {
    x != y && identical(sort(c(x, y), method = "radix")[1], y)
  }),
  `>=` = list(args = list(x = "x", y = "y"), fn = `>=`),
  `%in%` = list(args = list(x = "x", set = "y"), one = "set", fn = `%in%`),
  between = list(args = list(x = "x", low = "y", high = "i"), gaps = TRUE, fn = function(x, low, high) {
    x >= low & x <= high
  }),
  `&` = list(args = list(x = "b", y = "c"), fn = `&`, gaps = TRUE), `|` = list(args = list(x = "b", y = "c"), fn = `|`,
    gaps = TRUE),
  `!` = list(args = list(x = "b"), fn = `!`), is_missing = list(args = list(x = "t"), fn = is.na, gaps = TRUE),
  or_else = list(args = list(x = "x", y = "y"), gaps = TRUE, fn = function(x, y) if (is.na(x)) y else x),
  joined = list(args = list("t", "x", sep = "v"), one = "sep", fn = function(a, b, sep) {
    paste(a, format(b, digits = 15, scientific = FALSE), sep = sep)
  }),
  as_text = list(args = list(x = "x"), fn = function(x) format(x, digits = 15, scientific = FALSE)),
  upper = list(args = list(x = "t"), fn = toupper), lower = list(args = list(x = "t"), fn = tolower),
  trimmed = list(args = list(x = "t"), fn = function(x) gsub(" +", " ", trimws(x))),
  text_length = list(args = list(x = "t"), fn = nchar), starts_with = list(args = list(x = "t", part = "u"),
    fn = startsWith),
  ends_with = list(args = list(x = "t", part = "u"), fn = endsWith),
  contains = list(args = list(x = "t", part = "u"), fn = function(x, part) grepl(part, x, fixed = TRUE)),
  replaced = list(args = list(x = "t", from = "u", to = "v"), fn = function(x, from, to) {
    if (nzchar(from)) gsub(from, to, x, fixed = TRUE) else x
  }),
  characters = list(args = list(x = "t", from = "i", to = "i"), fn = substr),
  year = list(args = list(x = "d"), fn = part_of("%Y")), month = list(args = list(x = "d"), fn = part_of("%m")),
  day = list(args = list(x = "d"), fn = part_of("%d")), weekday = list(args = list(x = "d"), fn = part_of("%u")),
  week = list(args = list(x = "d"), fn = part_of("%V")), week_year = list(args = list(x = "d"), fn = part_of("%G")),
  quarter = list(args = list(x = "d"), fn = function(x) (as.integer(format(x, "%m")) - 1L) %/% 3L + 1L),
  fiscal_year = list(args = list(x = "d", starts = "i"), one = "starts", fn = function(x, starts) {
    as.integer(format(x, "%Y")) + as.integer(starts > 1 && as.integer(format(x, "%m")) >= starts)
  }),
  start_of = list(args = list(x = "d", unit = "unit"), one = "unit", fn = period_start),
  as_date = list(args = list(x = "d"), fn = identity),
  combination = list(skip = "numbers nobody foresees; see count_distinct()"),
  has_partner = list(skip = "looks into another table; see bring_in()"),
  column_of = list(skip = "looks into another table; see bring_in()"),
  has_copies = list(skip = "looks at other rows; see strike_duplicates()"),
  case = list(skip = "has a test of its own"), bands = list(skip = "has a test of its own")
)

# Ways to write an argument, each with its value in every row.
ways_of <- function(name, one) {
  constant <- switch(name, unit = "quarter", t = "Tarn Foot", u = "Foot", v = "o", x = 2.5, y = 2, i = 2,
    d = as.Date("2025-03-31"), e = as.Date("2024-03-01"), b = TRUE, c = FALSE
  )
  ways <- list(constant = list(expr = constant, values = rep(list(constant), 8)))
  ways$given <- list(expr = quote(given(v1)), values = ways$constant$values, given = constant)
  if (one) return(ways)
  own <- lapply(seq_len(8), function(row) samples[[name]][row])
  ways$column <- list(expr = as.name(name), values = own)
  ways$expression <- list(
    expr = call("case", call("when", quote(i > 0), as.name(name))), values = lapply(seq_len(8), function(row) {
      if (isTRUE(samples$i[row] > 0)) own[[row]] else own[[1]][NA]
    })
  )
  ways$missing <- list(expr = call("case", call("when", quote(i > 99), as.name(name))),
    values = rep(list(own[[1]][NA]), 8))
  ways
}

# What the function gives in each of its cases, a column of one page each.
worked <- function(name, cases) {
  exprs <- list()
  given <- list()
  for (k in seq_along(cases)) {
    args <- lapply(seq_along(cases[[k]]), function(at) {
      way <- cases[[k]][[at]]
      if (is.null(way$given)) return(way$expr)
      as_given <- sprintf("v%d_%d", k, at)
      given[as_given] <<- list(way$given)
      call("given", as.name(as_given))
    })
    exprs[[paste0("z", k)]] <- as.call(c(as.name(name), stats::setNames(args, names(cases[[k]]))))
  }
  page <- do.call(supply, c(list(rlang::inject(brief(samples, columns = c(!!!exprs)))), given))
  # The second way of a row function gives the same, or says that it has none.
  again <- Filter(function(check) check$check == "columns", tie_out(page)$checks)
  expect_identical(unique(vapply(again, `[[`, "", "status")), if (name %in% no_second_way) "note" else "ties",
    label = name)
  as.data.frame(draw_up(page))[names(exprs)]
}

no_second_way <- c("combination", "has_partner", "column_of", "has_copies")

expected_of <- function(oracle, ways) {
  lapply(seq_len(8), function(row) {
    values <- unname(lapply(ways, function(way) way$values[[row]]))
    if (!isTRUE(oracle$gaps) && any(vapply(values, function(v) all(is.na(v)), TRUE))) return(NA)
    do.call(oracle$fn, values)
  })
}

test_that("every row function has an oracle here, and gives what it says", {
  expect_setequal(names(oracles), asNamespace("idleledger")$rooms_of("row"))
  for (name in names(oracles)) {
    oracle <- oracles[[name]]
    if (!is.null(oracle$skip)) next
    ways <- Map(function(column, label) ways_of(column, label %in% oracle$one), oracle$args, rlang::names2(oracle$args))
    chosen <- expand.grid(lapply(ways, seq_along))
    if (nrow(chosen) > rounds(60)) {
      chosen <- withr::with_seed(1, chosen[sample(nrow(chosen), rounds(60)), , drop = FALSE])
    }
    cases <- lapply(seq_len(nrow(chosen)), function(k) Map(`[[`, ways, as.list(chosen[k, , drop = FALSE])))
    columns <- worked(name, cases)
    for (k in seq_along(cases)) {
      here <- cases[[k]]
      label <- sprintf("%s(%s)", name, toString(vapply(here, function(way) deparse1(way$expr), "")))
      got <- columns[[k]]
      wanted <- do.call(c, expected_of(oracle, here))
      expect_equal(is.na(got), is.na(wanted), label = label)
      if (is.numeric(wanted)) {
        expect_equal(as.double(got), as.double(wanted), tolerance = 1e-12, label = label)
      } else {
        expect_equal(as.character(got), as.character(wanted), label = label)
      }
    }
  }
})

test_that("what is one value for all rows, or a set, takes no column; no variable is stretched over the rows", {
  pair <- c(1, 2)
  wrong <- list(
    list(quote(x + pair), "`pair` takes one value, and this is 2 values"), list(quote(x %in% y), "`y` is a column"),
    list(quote(x %in% abs(y)), "is worked out for each row"), list(quote(x %in% c(1, NA)), "has a missing value"),
    list(quote(x %in% c(1, "a")), "values of one kind"), list(quote(joined(t, u, sep = v1)),
      "takes one value for all rows"),
    list(quote(start_of(d, t)), "takes one value for all rows"), list(quote(fiscal_year(d, i)), "takes one value"),
    list(call("==", quote(x), NA), "nothing is equal to a missing value"), list(quote(replaced(t, "", "x")),
      "nothing to look for"),
    list(quote(characters(t, 1.5)), "takes a whole number"), list(quote(x %in% c(1, )), "empty place"),
    list(quote(start_of(d, "fortnight")), "no unit \"fortnight\"")
  )
  table <- transform(samples, v1 = u)
  for (case in wrong) expect_match(said_by(brief(table, columns = c(z = !!case[[1]]))), case[[2]], fixed = TRUE)
  expect_identical(as.data.frame(draw_up(brief(samples, columns = c(z = x %in% pair))))$z, ifelse(is.na(samples$x), NA,
    samples$x %in% pair))
  expect_identical(draw_up(brief(samples, columns = c(z = x %in% sqrt(4))))$z[8], TRUE)
  page <- brief(samples, only = i %in% given(ids))
  expect_match(said_by(draw_up(page)), "nobody has supplied it")
  expect_identical(nrow(draw_up(supply(page, ids = c(1, 4)))), 3L)
  expect_match(said_by(supply(brief(samples, columns = c(z = x + given(w))), w = 1:3)), "given(w) takes one value",
    fixed = TRUE)
})

test_that("64-bit whole numbers stay what they are beside whole numbers, and compare exactly beside others", {
  got <- draw_up(brief(samples, columns = c(
    plus = big + 1, rest = big %% 10, tens = rounded(big, -1), most = greatest(big, 5), pick = case(when(i > 1, big),
      otherwise = 0),
    filled = or_else(big, 7), over = big > 9007199254740992, even = big == 9007199254740992, part = big > 2.5,
    held = big %in% c(9007199254740992, 9007199254740994), size = abs(-big), last = lag(big, default = 0,
      along = entered())
  )))
  whole <- bit64::as.integer64
  n <- samples$big
  for (name in c("plus", "rest", "tens", "most", "pick", "filled", "size", "last")) expect_s3_class(got[[name]],
    "integer64")
  expect_true(all(got$plus == n + 1L, na.rm = TRUE))
  expect_identical(as.character(got$rest), as.character(c(3, 4, NA, 6, 8, 3, 3, 0)))
  expect_identical(as.character(got$tens)[1:2], c("9007199254740990", "9007199254740990"))
  expect_identical(as.character(got$pick), ifelse(samples$i %in% c(1, NA), "0", as.character(n)))
  expect_identical(got$filled[3], whole(7))
  expect_identical(got$over, as.vector(n > whole("9007199254740992")))
  expect_identical(got$even, ifelse(is.na(n), NA, FALSE))
  expect_identical(got$part, ifelse(is.na(n), NA, TRUE))
  expect_identical(got$held, as.vector(n == whole("9007199254740994")))
  expect_identical(as.character(got$last)[1:2], c("0", "9007199254740993"))
})

test_that("yes/no stays yes/no, choices go by their levels, and each kind keeps its own nothing", {
  size <- factor(c("mid", "low", NA, "top"), levels = c("low", "mid", "top"))
  table <- data.frame(size, other = factor(c("b", "a", "b", "a")), text = c("mid", "x", "low", NA), x = 1:4,
    yes = c(TRUE, NA, FALSE, NA))
  got <- draw_up(brief(table, columns = c(
    a = or_else(yes, TRUE), b = case(when(x > 2, yes), otherwise = FALSE), under = size < "top", from = between(size,
      "mid", "top"),
    same = size == text, word = or_else(size, "none"), day = case(when(x > 2, NA), otherwise = as_date("2025-01-01"))
  ), only = or_else(yes, TRUE)))
  expect_type(got$a, "logical")
  whole <- as.data.frame(draw_up(brief(table, columns = c(under = size < "top", same = size == text,
    up = "mid" <= size))))
  expect_identical(whole$under, c(TRUE, TRUE, NA, FALSE))
  expect_identical(whole$up, c(TRUE, FALSE, NA, TRUE))
  expect_identical(whole$same, c(TRUE, FALSE, NA, NA))
  expect_s3_class(got$day, "Date")
  expect_identical(draw_up(brief(table, columns = c(r = rank(size))))$r, c(2L, 1L, NA, 3L))
  expect_match(said_by(draw_up(brief(table, columns = c(z = size > "huge")))), "none of the levels")
  expect_match(said_by(brief(table, columns = c(z = size > text))), "as_text(size)", fixed = TRUE)
  expect_match(said_by(draw_up(brief(table, columns = c(z = size > other)))), "unlike levels")
})

test_that("what has no power, root or logarithm is missing and counted once, NaN is told from missing", {
  table <- data.frame(x = c(-8, 0, NA, 4, NaN), y = c(1 / 3, -1, 0, 0.5, 0))
  got <- draw_up(brief(table, columns = c(p = x^y, s = sqrt(x), l = log(x), z = x + NA_real_ * y,
    n = as_number(as_text(x)))))
  expect_equal(got$p, c(NA, NA, NA, 2, 1))
  expect_equal(got$s, c(NA, 0, NA, 2, NaN))
  expect_equal(got$l, c(NA, NA, NA, log(4), NaN))
  expect_true(all(asNamespace("idleledger")$is_missing_value(got$z)))
  expect_match(printed(got), "Power that does not exist: 2 values")
  for (text in c("0x1A", "1e", "Inf", "1 2", "1,5", "+", "")) {
    expect_identical(draw_up(brief(data.frame(t = c(text, "1")), columns = c(n = as_number(t))))$n, c(NA, 1),
      label = text)
  }
})

test_that("the second way of each function gives no false alarm on odd values of any kind", {
  day <- as.Date(c(19782, -683324, 3672000, NA, -1, -800000), origin = "1970-01-01")
  odd <- data.frame(
    d = day, f = factor(c("b", "a", NA, "c", "a", "b"), levels = c("c", "b", "a")), k = c(TRUE, FALSE, NA)[c(1:3, 1:3)],
    tm = as.POSIXct(c("2025-03-30 01:30:00", "2025-03-30 03:30:00", NA, "2025-10-26 02:30:00", "2025-01-01",
      "1960-06-01"),
      tz = "Europe/Stockholm", format = "%Y-%m-%d"), x = c(1e300, -1e300, NaN, NA, 0, -0),
    y = c(Inf, -Inf, 1e-320, 3, NaN, NA), s = c("\u0130s", "stra\u00dfe", "", NA, "a\u0301", "\U1F600"),
    n = c(1L, NA, -3L, 0L, 5L, 2L)
  )
  odd$tm <- odd$tm + c(5400, 12600.5, 0, 9000, 0, 43201.25)
  odd$b <- bit64::as.integer64("9007199254740993") + 0:5
  odd$b[2] <- NA
  asked <- expression(
    x * y, x / y, x %% y, x^y, y - x, x + n, b + 1, b * 2, b / 3, b %% 7, d + 1, d - n, tm + 0.5, tm - d, d - tm, -x,
      -b, tm > d,
    d == "2024-02-29", tm > "2025-03-30 02:30:00", tm %in% c("2025-03-30 01:30:00"), year(d), month(d), week(d),
      day(tm),
    week_year(d), weekday(d), quarter(d), start_of(d, "week"), start_of(d, "month"), start_of(d, "quarter"),
    start_of(d, "year"), start_of(tm, "month"), fiscal_year(d, 4), as_date(tm), as_date(s), as_text(x), as_text(b),
    as_text(d), as_text(f), as_text(k), as_text(tm), upper(s), lower(s), trimmed(s), text_length(s), contains(s, "a"),
    replaced(s, "a", "bb"), characters(s, 2, 3), starts_with(s, "\u0130"), ends_with(s, "e"), joined(s, n, d),
    joined(f, x, sep = "-"), f < "a", f == "b", f %in% c("a", "c"), case(when(k, f), otherwise = s),
    case(when(x > 0, b), otherwise = 1), case(when(k, d), otherwise = d + 1), or_else(x, y), or_else(s, "none"),
    or_else(b, 5), least(x, y, n), greatest(b, n), between(d, "2024-01-01", "2024-12-31"), between(f, "c", "b"),
    between(s, "a", "z"), bands(x, at = c(-1, 0, 1)), rounded(y, 2), rounded(b, -2), abs(b), floor(y), sign(x), exp(y),
    sqrt(x), log(y), as_number(s), as_number(f), as_number(b), !k, k & x > 0, k | is_missing(y), is_missing(x), s < "b",
    x %in% c(0, 1e300), n > 0.5, x > y, b > 9007199254740992, b == n
  )
  for (expr in as.list(asked)) {
    checks <- expect_no_warning(tie_out(rlang::inject(brief(odd, columns = c(z = !!expr))))$checks)
    sentences <- vapply(Filter(function(check) check$status == "differs", checks), `[[`, "", "sentence")
    expect_identical(sentences, character(), label = deparse1(expr))
  }
})
