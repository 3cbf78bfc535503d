# Mistakes of more than 150 kinds, each planted in a clean table or asked of one, beside a clean twin: the rule that
# knows it speaks, and of the twin nothing is said at all.
dues <- demo_table("dues")
dues$text <- ifelse(dues$wharf == "Alder", "St. Mary's & Co", dues$wharf)
with_column <- function(name, values, table = dues) {
  table[[name]] <- values
  table
}
at <- function(x, where, value) replace(x, where, value)
dirty <- function(name, where, value) with_column(name, at(dues[[name]], where, value))
by_wharf <- function(table) brief(table, lines = wharf, figures = c(n = count(), dues = sum(due)))
by_text <- function(table) brief(table, lines = text, figures = c(n = count(), dues = sum(due)))
found <- function(page) {
  checks <- as.data.frame(tie_out(page))
  checks[checks$status != "ties", c("rule", "check", "sentence", "status")]
}
kinds <- list()
kind <- function(name, rule, mistake, twin) kinds[[length(kinds) + 1]] <<- list(name, rule, mistake, twin)

# Spellings.
rows <- which(dues$text == "St. Mary's & Co")[3:4]
for (other in c("st. mary's & co", "ST. MARY'S & CO", " St. Mary's & Co", "St. Mary's & Co ", "St.  Mary's & Co",
  "St.\u00a0Mary's & Co", "St. Mary\u2019s & Co", "St. M\u0430ry's & Co", "St. Mary's & Co\u200b", "St Mary's & Co",
  "St.Mary's & Co", "St-Mary's & Co", "St. Mary's and Co", "St. M\u00e0ry's & Co", "St. Mary's & \uff23o")) {
  kind(paste("spelled", other), "spellings", by_text(dirty("text", rows, other)), by_text(dues))
}
codes <- with_column("text", c("7", "12", "31")[match(dues$wharf, c("Alder", "Brook", "Causey"))])
codes$text[is.na(codes$text)] <- "B-44"
kind("leading zeros", "spellings", by_text(with_column("text", at(codes$text, rows[1], "007"), codes)), by_text(codes))
long <- with_column("text", paste0(dues$wharf, "holme Quay"))
for (slip in c("Alderhome Quay", "Alderholmme Quay", "Alderhollme Quay")) kind(paste("slip", slip), "spellings",
  by_text(with_column("text", at(long$text, 1, slip), long)), by_text(long))

# Numbers and dates as text.
amounts <- sprintf("%d.%02d", 2 + seq_len(360) %% 150, seq_len(360) %% 97)
in_thousands <- function(x) paste0("1,", sprintf("%03d", as.integer(sub("[.].*", "", x))), sub(".*[.]", ".", x))
forms <- list(
  plain = amounts, pounds = paste0("\u00a3", amounts), euros = paste(amounts, "EUR"),
  brackets = sprintf("(%s)", amounts),
  comma = sub(".", ",", amounts, fixed = TRUE), behind = paste0(amounts, "-"), percent = paste0(amounts, "%"),
  thousands = in_thousands(amounts), exponent = paste0(amounts, "e1"), some = at(amounts, 9, "n/a"),
  words = at(amounts, c(9, 99), "see note")
)
number <- as.numeric(amounts)
for (form in names(forms)) kind(paste("numbers as text:", form), "as_text", brief(with_column("paid",
  forms[[form]]), lines = paid, figures = c(dues = sum(due))), brief(with_column("paid", number), lines = paid,
    figures = c(dues = sum(due))))
days <- list("%d/%m/%Y", "%d.%m.%Y", "%m-%d-%Y", "%Y/%m/%d", "%d %b %Y", "%B %d, %Y", "%d/%m/%y", "%Y.%m.%d",
  "%d-%b-%y")
for (way in days) kind(paste("dates as text", way), "as_text", withr::with_locale(c(LC_TIME = "C"),
  brief(with_column("on",
  format(dues$paid_on, way)), lines = on, figures = c(dues = sum(due)))), brief(dues, lines = paid_on,
    figures = c(dues = sum(due))))
kind("dates as numbers", "dates_as_numbers", brief(with_column("on", as.integer(format(dues$paid_on, "%Y%m%d"))),
  lines = on, figures = c(dues = sum(due))), brief(dues, lines = paid_on, figures = c(dues = sum(due))))

# Values that stand for nothing, texts and numbers and days.
for (mark in c("n/a", "N.A.", "NULL", "unknown", "Unknown ", "-", "?", "#N/A", "(blank)", "tbd", "not available",
  "#REF!",
  "NaN", "missing", "\u2014")) kind(paste("mark", mark), "stand_ins", by_wharf(dirty("wharf", c(5, 90, 222), mark)),
    by_wharf(dues))
typical <- function(table) brief(table, lines = wharf, figures = c(typical = mean(due)))
for (value in c(-1, -99, -999, 999, 9999, 99999, -9999, 999.99)) kind(paste("number", value), "stand_ins",
  typical(dirty("due", c(5, 90, 222), value)), typical(dues))
heights <- with_column("due", 60 + dues$due)
kind("zero for unknown", "stand_ins", typical(with_column("due", at(heights$due, c(5, 90), 0), heights)),
  typical(heights))
yearly <- function(table) brief(table, lines = c(year = year(paid_on)), figures = c(dues = sum(due)))
for (day in c("1900-01-01", "9999-12-31", "1970-01-01", "1899-12-30", "0001-01-01", "2999-12-31", "2031-05-05",
  "0205-02-03")) kind(paste("day", day), "dates", yearly(dirty("paid_on", c(5, 9), as.Date(day))), yearly(dues))

# What does not belong among the entries.
add <- function(..., table = dues) rbind(table, transform(table[1, ], ...))
total <- sum(dues$due)
for (word in c("Total", "TOTAL:", "Grand total", "Sub-total", "Brook total", "Sum", "Overall", "Totals")) kind(
  paste("line of", word), "totals_among", by_wharf(add(wharf = word, due = 7.5, slip = 5999)), by_wharf(dues))
kind("a total by its sum", "totals_among", typical(add(wharf = NA, due = total, slip = 5999)), typical(dues))
with_its_total <- function(part) rbind(part, transform(part[1, ], due = sum(part$due), goods = NA, wharf = NA))
parted <- do.call(rbind, lapply(split(dues, dues$goods), with_its_total))
kind("subtotals by their sums", "totals_among", typical(parted), typical(dues))
kind("heads", "heads_among", by_wharf(add(wharf = "wharf", goods = "Goods", due = NA)), by_wharf(dues))
own <- as.data.frame(draw_up(brief(dues, lines = c(wharf, goods), figures = c(due = sum(due)),
  footing = rollup(wharf, goods))))
kind("an export of one's own", "subtotals_among", brief(own, lines = goods, figures = c(s = sum(due))),
  brief(own[own$line_kind == "line", 1:3], lines = goods, figures = c(s = sum(due))))
for (n in c(1, 5)) kind(paste(n, "copies"), "copies", by_wharf(rbind(dues, dues[seq_len(n) * 3, ])), by_wharf(dues))
kind("an identifier twice", "identifiers", by_wharf(dirty("slip", 9, dues$slip[100])), by_wharf(dues))
texts <- with_column("slip", sprintf("AB-%05d", dues$slip))
kind("a code twice", "identifiers", by_wharf(with_column("slip", at(texts$slip, 9, texts$slip[100]), texts)),
  by_wharf(texts))
for (column in c("slip", "goods", "tonnes", "due", "paid_on")) {
  other <- dues[9, ]
  other[[column]] <- if (column == "slip") 6000L else dues[[column]][4]
  if (column != "slip") other$slip <- 5009L
  bare <- if (column == "slip") dues else dues[names(dues) != "slip"]
  kind(paste("alike but for", column), "near_copies", by_wharf(rbind(bare, other[names(bare)])), by_wharf(bare))
}
kind("twice sent, in another order", "near_copies", by_wharf(rbind(dues, transform(dues[c(40, 3, 77), ],
  slip = 9001:9003))),
  by_wharf(dues))
for (text in c("Caf\u00c3\u00a9", "Brook &amp; Co", "Br\ufffdok", "Brook\001", "don\u00e2\u20ac\u2122t")) kind(
  paste("garbled", clean <- make.names(text)), "garbled", by_wharf(dirty("wharf", c(2, 6), text)), by_wharf(dues))

# Amounts.
for (times in c(100, 1000, 1 / 100, 1e6)) {
  kind(paste("one wharf times", times), "factors", typical(with_column("due", dues$due * ifelse(dues$wharf == "Brook",
    times,
    1))), typical(dues))
  kind(paste("some entries times", times), "factors", typical(with_column("due",
    dues$due * ifelse(seq_len(360) %in% c(4, 66,
    300), times, 1))), typical(dues))
}
wide <- with_column("due", dues$due * 10^(seq_len(360) %% 5 / 2))
kind("one wharf in pence, amounts that overlap", "factors", typical(with_column("due",
  wide$due * ifelse(wide$wharf == "Brook",
  100, 1), wide)), typical(wide))
for (units in list(c("GBP", "EUR"), c("\u00a3", "$"), c("kg", "lb"), c("hours", "minutes"))) kind(paste("mixed",
  units[2]), "units", by_wharf(with_column("unit", ifelse(dues$goods == "coal", units[1], units[2]))),
    by_wharf(with_column("unit", units[1])))
signed <- with_column("due", ifelse(dues$goods == "coal", -1, 1) * dues$due)
for (k in 1:2) kind(paste("a sign that its kind has not", k), "group_signs", by_wharf(with_column("due", at(signed$due,
  which(signed$goods == "coal")[k], 7), signed)), by_wharf(signed))
kind("one sign unlike all", "standouts", by_wharf(dirty("due", 9, -3)), by_wharf(dues))
kind("one entry that is most of it", "standouts", by_wharf(dirty("due", 9, 4000)), by_wharf(dues))

# Conditions.
only <- function(condition, table = dues) {
  rlang::inject(brief(table, only = !!condition, lines = wharf, figures = c(n = count(), dues = sum(due))))
}
conditions <- list(
  list("conditions", quote(due > 5000), quote(due > 15)), list("conditions", quote(goods != "coal" | goods != "lime"),
    quote(goods != "coal" & goods != "lime")),
  list("conditions", quote(goods == "coal" & goods == "lime"), quote(goods == "coal" | goods == "lime")),
  list("conditions", quote(due > 20 & due < 10), quote(due > 10 & due < 20)),
  list("conditions", quote(paid_on >= "2015-01-01"), quote(paid_on >= "2025-02-01")),
  list("conditions", quote(due < 1000 | tonnes > 5), quote(due < 10 | tonnes > 15)),
  list("values_absent", quote(wharf == "brook"), quote(wharf == "Brook")),
  list("values_absent", quote(wharf %in% c("Brook", "Adler")), quote(wharf %in% c("Brook", "Alder"))),
  list("values_absent", quote(goods != "Coal"), quote(goods != "coal")),
  list("values_absent", quote(wharf == "Alder" | wharf == "Elm"), quote(wharf == "Alder" | wharf == "Dyer"))
)
for (one in conditions) kind(deparse1(one[[2]]), one[[1]], only(one[[2]]), only(one[[3]]))
kind("another spelling passed over", "values_absent", only(quote(wharf == "Brook"), dirty("wharf", c(2, 6), "brook ")),
  only(quote(wharf == "Brook")))
holes <- dirty("goods", c(9, 44), NA)
for (condition in list(quote(goods != "coal"), quote(!(goods %in% c("coal", "lime"))),
  quote(goods == "lime"))) kind(paste(
  "missing dropped by", deparse1(condition)), "unknown_dropped", only(condition, holes), only(condition))
kind("missing amounts dropped, counted", "unknown_dropped", only(quote(due > 15), dirty("due", 9, NA)),
  only(quote(due > 15)))
kind("a condition of a figure that never holds", "conditions", brief(dues, lines = wharf, figures = c(s = sum(due,
  where = tonnes > 100))), brief(dues, lines = wharf, figures = c(s = sum(due, where = tonnes > 10))))
kind("a line that nothing shows", "conditions", brief(dues, lines = wharf, figures = c(s = sum(due)), show = s > 1e6),
  brief(dues, lines = wharf, figures = c(s = sum(due)), show = s > 1100))
thirds <- with_column("part", 0.1 * (dues$slip %% 5))
for (condition in list(quote(part == 0.3), quote(part != 0.3), quote(part %in% c(0.3, 0.1)),
  quote(part <= 0.3))) kind(paste(
  "fractions", deparse1(condition)), "fractions", only(condition, thirds), only(condition, with_column("part", round(
    thirds$part, 1), thirds)))
kind("worked fractions", "fractions", only(quote(part + 0.1 == 0.3), with_column("part", 0.2)[1:300, ]),
  only(quote(rounded(part + 0.1, 6) == 0.3 & tonnes > 9), with_column("part", c(0.2, 0.3))[1:300, ]))
clock <- with_column("at", as.POSIXct(dues$paid_on, tz = "UTC") + 60 * (dues$slip %% 1440))
times <- list(list(quote(at <= "2025-01-31"), quote(at < "2025-02-01")), list(quote(at > "2025-01-31"),
  quote(at >= "2025-02-01")), list(quote(between(at, "2025-01-10", "2025-01-31")),
    quote(at >= "2025-01-10" & at < "2025-02-01")), list(quote(at == "2025-01-31"), quote(start_of(at,
      "day") == "2025-01-31")))
for (pair in times) kind(deparse1(pair[[1]]), "days_and_times", only(pair[[1]], clock), only(pair[[2]], clock))
kind("a time for a key", "days_and_times", brief(clock, lines = at, figures = c(dues = sum(due))), brief(clock,
  lines = c(day = start_of(at, "day")), figures = c(dues = sum(due))))

# Figures that a column cannot bear.
figure <- function(call, table = dues) rlang::inject(brief(table, lines = wharf, figures = c(f = !!call)))
odd <- transform(dues, postcode = 1000 + slip %% 37, year = 2024L + slip %% 2L, unit_price = rate,
  tax_pct = 5 + slip %% 3,
  balance = due, price = rate, qty = tonnes, on = as.numeric(format(paid_on, "%Y%m%d")), net = tonnes / 4)
odd$each <- odd$due / odd$net
for (pair in list(list(quote(sum(slip)), quote(count(slip))), list(quote(mean(slip)), quote(max(slip))),
  list(quote(sum(postcode)), quote(count_distinct(postcode))), list(quote(mean(postcode)), quote(min(postcode))),
  list(quote(sum(year)), quote(max(year))), list(quote(sum(unit_price)), quote(max(unit_price))),
  list(quote(sum(tax_pct)), quote(max(tax_pct))), list(quote(sum(rate)), quote(mean(rate, weight = tonnes))),
  list(quote(sum(balance)), quote(last(balance, along = paid_on))), list(quote(sum(price)), quote(max(price))),
  list(quote(mean(on)), quote(max(paid_on))))) kind(deparse1(pair[[1]]), "not_to_add", figure(pair[[1]], odd),
    figure(pair[[2]], if (grepl("paid_on|balance", deparse1(pair[[2]]))) odd else odd))
for (pair in list(list(quote(mean(due / tonnes)), quote(sum(due) / sum(tonnes))), list(quote(sum(due / tonnes)),
  quote(sum(due) / sum(tonnes))), list(quote(mean(each)), quote(mean(each, weight = net))))) kind(deparse1(pair[[1]]),
    "ratios",
    figure(pair[[1]], odd), figure(pair[[2]], odd))
odd$w <- ifelse(odd$slip == 5003, -1, odd$tonnes)
for (pair in list(list(quote(mean(rate, weight = w)), quote(mean(rate, weight = tonnes))), list(quote(mean(rate,
  weight = slip)), quote(mean(rate, weight = tonnes))), list(quote(mean(rate, weight = 0 * tonnes)), quote(mean(rate,
    weight = 2 * tonnes))), list(quote(mean(due, weight = due)), quote(mean(due,
      weight = tonnes))))) kind(deparse1(pair[[1]]),
      "weights", figure(pair[[1]], odd), figure(pair[[2]], odd))
worked <- list(product = round(dues$tonnes * dues$rate, 2), sum = dues$tonnes + dues$rate,
  difference = dues$tonnes - dues$rate)
for (way in names(worked)) kind(paste("arithmetic:", way), "arithmetic", by_wharf(with_column("due", at(worked[[way]],
  9, 99.5))),
  by_wharf(with_column("due", worked[[way]])))
kind("an average of percentages", "ratios", figure(quote(mean(tax_pct)), odd), figure(quote(mean(tax_pct,
  weight = due)), odd))
taxed <- function(expr) rlang::inject(brief(odd, columns = c(tax = !!expr), lines = wharf, figures = c(t = sum(tax))))
kind("per cent without a hundred", "percentages", taxed(quote(due * tax_pct)), taxed(quote(due * tax_pct / 100)))
few <- rbind(dues, transform(dues[1, ], wharf = "Elm", due = 99, slip = 5361L))
for (call in list(quote(mean(due)), quote(median(due)), quote(sum(due) / count()))) kind(paste("few behind",
  deparse1(call)),
  "few_entries", figure(call, few), figure(call))
kind("an average of averages", "averages", brief(figure(quote(mean(due))), lines = whole(), figures = c(m = mean(f))),
  brief(figure(quote(sum(due))), lines = whole(), figures = c(m = mean(f))))

# Time.
monthly <- function(table) brief(table, lines = c(month = start_of(paid_on, "month")), figures = c(dues = sum(due)))
for (gone in list(337:360, 1:40, 125:236)) kind(paste("months lack days", gone[1]), "periods", monthly(dues[-gone, ]),
  monthly(dues))
weekly <- dues[dues$paid_on >= "2025-01-06" & dues$paid_on < "2025-03-31", ]
by_week <- function(table) brief(table, lines = c(week = start_of(paid_on, "week")), figures = c(dues = sum(due)))
kind("a week not over", "periods", by_week(weekly[seq_len(nrow(weekly) - 12), ]), by_week(weekly))
kind("a wharf that stopped", "groups_lacking", monthly(dues[!(dues$wharf == "Brook" & dues$paid_on > "2025-02-20"), ]),
  monthly(dues))
kind("a wharf that did not report", "groups_lacking", monthly(dues[!(dues$wharf == "Brook" & format(dues$paid_on,
  "%m") ==
  "02"), ]), monthly(dues))
years <- transform(dues[rep_len(seq_len(360), 1462), ], paid_on = as.Date("2024-01-01") + rep(0:730, each = 2),
  slip = 5000L + seq_len(1462))
for (pair in list(list(quote(c(m = month(paid_on))), quote(c(y = year(paid_on), m = month(paid_on)))), list(quote(c(
  q = quarter(paid_on), wharf)), quote(c(y = year(paid_on), q = quarter(paid_on), wharf))), list(quote(c(
    w = week(paid_on))), quote(c(y = week_year(paid_on), w = week(paid_on)))))) {
  whole <- if (grepl("week", deparse1(pair[[1]]))) years[years$paid_on < "2025-12-29", ] else years
  kind(deparse1(pair[[1]]), "years_mixed",
    rlang::inject(brief(whole, lines = !!pair[[1]], figures = c(n = count()))),
    rlang::inject(brief(whole, lines = !!pair[[2]], figures = c(n = count()))))
}
for (keys in list(quote(c(y = year(paid_on))), quote(c(y = year(paid_on), m = month(paid_on))),
  quote(c(y = year(paid_on), q = quarter(paid_on))), quote(c(y = fiscal_year(paid_on, 1))))) {
  by_year <- function(table) rlang::inject(brief(table, lines = !!keys, figures = c(n = count())))
  kind(paste("half of it:", deparse1(keys)), "periods", by_year(years[-(1101:nrow(years)), ]), by_year(years))
}
turn <- transform(dues, paid_on = paid_on - 23)
turn <- turn[turn$paid_on < "2025-03-03", ]
kind("weeks by the calendar's year", "years_mixed", brief(turn, lines = c(y = year(paid_on), w = week(paid_on)),
  figures = c(n = count())), brief(turn, lines = c(y = week_year(paid_on), w = week(paid_on)),
    figures = c(n = count())))
orders <- list(months = list(month.name, 1:12), months_short = list(month.abb, 1:12), days = list(c("Monday", "Tuesday",
  "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"), 1:7), weeks = list(paste("Week", 1:12), 1:12),
    quarters = list(
    c("Q3 2023", "Q4 2023", "Q1 2024", "Q2 2024"), 1:4), dated = list(c("Nov 2024", "Dec 2024", "Jan 2025", "Feb 2025"),
      1:4), mixed = list(c("11/2024", "12/2024", "01/2025", "02/2025"), 1:4), scale = list(c("low", "medium", "high"),
        1:3),
  ranges = list(c("0-5", "5-10", "10-20", "20-50", "50+"), 1:5), lots = list(paste0("lot ", 1:30, "b"), 1:30))
for (name in names(orders)) {
  labels <- orders[[name]][[1]]
  kind(paste("order of", name), "text_order", brief(with_column("k", labels[1 + dues$slip %% length(labels)]),
    lines = k,
    figures = c(dues = sum(due))), brief(with_column("k", factor(labels[1 + dues$slip %% length(labels)], labels)),
      lines = k,
      figures = c(dues = sum(due))))
}
daily <- function(table, ...) brief(brief(table, lines = paid_on, figures = c(dues = sum(due))), beside = c(...))
gap <- dues[!dues$paid_on %in% as.Date(c("2025-01-12", "2025-02-02")), ]
for (pair in list(quote(lag(dues, along = paid_on)), quote(dues - lag(dues, along = paid_on)), quote(lead(dues,
  along = paid_on)))) kind(paste("gaps", deparse1(pair)), "neighbours", rlang::inject(daily(gap, x = !!pair)),
    rlang::inject(
    daily(dues, x = !!pair)))
kind("seven rows for seven days", "frames", daily(gap, x = rolling(sum(dues), 7, along = paid_on)), daily(dues,
  x = rolling(sum(dues), 7, along = paid_on)))
kind("seven behind", "frames", daily(dues, x = rolling(sum(dues), behind = 7, along = paid_on)), daily(dues,
  x = rolling(sum(dues), behind = 6, along = paid_on)))

# Windows and shares.
for (name in c("week", "rolling", "avg_7", "moving_average", "last_30_days", "ma7")) kind(paste("running under",
  name), "widths",
  rlang::inject(daily(dues, !!name := running(mean(dues), along = paid_on))), rlang::inject(daily(dues,
    to_date := running(mean(dues), along = paid_on))))
kind("year to date without a new year", "widths", brief(brief(years, lines = paid_on, figures = c(n = count())),
  beside = c(
  ytd = running(sum(n), along = paid_on))), brief(brief(years, lines = paid_on, figures = c(n = count())), beside = c(
    ytd = running(sum(n), along = paid_on, per = year(paid_on)))))
for (width in c(6, 8)) kind(paste("avg_7 over", width), "widths", rlang::inject(daily(dues,
  avg_7 = rolling(mean(dues), !!width,
  along = paid_on))), daily(dues, avg_7 = rolling(mean(dues), 7, along = paid_on)))
lined <- function(figures, beside, table = dues) {
  rlang::inject(brief(table, lines = paid_on, figures = !!figures, beside = !!beside))
}
for (call in list(quote(median(due)), quote(mean(due)), quote(count_distinct(goods)),
  quote(sum(due) / sum(tonnes)))) kind(
  paste("adding up", deparse1(call)), "not_additive", lined(bquote(c(m = .(call))), quote(c(t = running(sum(m),
    along = paid_on)))), lined(bquote(c(m = .(call))), quote(c(t = running(max(m), along = paid_on)))))
parts <- function(table, ...) brief(table, lines = wharf, figures = c(s = sum(due)), beside = c(p = share(s)), ...)
kind("a base that `only` cut", "share_bases", parts(dues, only = wharf != "Brook"), parts(dues, only = due > 0))
kind("a base with hidden lines", "share_bases", parts(dues, show = top(2, s)), parts(dues, show = top(4, s)))
kind("a base with parts below zero", "share_bases", parts(transform(dues, due = ifelse(wharf == "Brook", -due, due))),
  parts(dues))
kind("a base that cancels", "share_bases", parts(transform(dues, due = at(round(due), 9,
  -sum(round(due)) + round(due[9]) +
  1))[1:360, ]), parts(dues))
kind("a share of shares", "share_bases", brief(parts(dues), beside = c(q = share(p))), brief(parts(dues), beside = c(
  q = share(s))))
results <- data.frame(year = 2018:2025, result = c(50, -20, 30, 40, -5, 20, 25, 30))
growth <- function(table, expr) {
  rlang::inject(brief(table, lines = year, figures = c(r = sum(result)), beside = c(g = !!expr)))
}
for (expr in list(quote(r / lag(r, along = year) - 1), quote((r - lag(r, along = year)) / lag(r,
  along = year)))) kind(paste(
  "growth", deparse1(expr)), "growth", growth(results, expr), growth(transform(results, result = abs(result)), expr))
places <- data.frame(lock = letters[1:5], toll = c(9, 7, 5, 5, 1))
edge <- function(table, show) rlang::inject(brief(table, lines = lock, figures = c(t = sum(toll)), show = !!show))
for (show in list(quote(top(3, t)), quote(bottom(2, t)))) kind(paste("edge of", deparse1(show)), "edges", edge(places,
  show),
  edge(transform(places, toll = c(9, 7, 5, 4, 1)), show))
kind("ties that are numbered", "ties", brief(places, lines = lock, figures = c(t = sum(toll)), beside = c(
  k = row_number(falling(t)))), brief(places, lines = lock, figures = c(t = sum(toll)),
    beside = c(k = rank(falling(t)))))

# Handing over.
laid <- function(layout, table = dues, lines = quote(wharf)) {
  figures <- quote(c(due = sum(due), tonnes = sum(tonnes), m = mean(due)))
  rlang::inject(brief(table, lines = !!lines, figures = !!figures, layout = !!layout))
}
kind("rounded parts", "rounded_parts", brief(transform(places, toll = toll + 0.4), lines = lock,
  figures = c(t = sum(toll)),
  footing = rollup(lock), layout = c(lock, decimals(t, 0))), brief(transform(places, toll = toll + 0.4), lines = lock,
    figures = c(t = sum(toll)), footing = rollup(lock), layout = c(lock, decimals(t, 1))))
kind("keys that print alike", "alike_keys", laid(quote(c(decimals(rate, 1), due)), lines = quote(rate)), laid(quote(c(
  decimals(rate, 2), due)), lines = quote(rate)))
kind("(missing) as a text", "alike_keys", by_wharf(dirty("wharf", c(5, 6), c("(missing)", NA))), by_wharf(dues))
kind("a key that is hidden", "hidden_keys", laid(quote(c(wharf, due)), lines = quote(c(wharf, goods))),
  laid(quote(c(wharf,
  goods, due)), lines = quote(c(wharf, goods))))
kind("no key at all", "hidden_keys", laid(quote(c(due, m))), laid(quote(c(wharf, due, m))))
for (pair in list(list(quote(c(wharf, Tonnes = due, Due = tonnes)), quote(c(wharf, Tonnes = tonnes, Due = due))), list(
  quote(c(wharf, M = due)), quote(c(wharf, D = due))))) kind(deparse1(pair[[1]]), "headings", laid(pair[[1]]),
    laid(pair[[2]]))
kind("decimals that hide", "decimals_hide", laid(quote(c(wharf, decimals(m, 0))), transform(dues, due = due / 100)),
  laid(quote(
  c(wharf, decimals(m, 3))), transform(dues, due = due / 100)))
kind("a percentage of percentages", "percentages", brief(dues, lines = wharf, figures = c(s = sum(due)), beside = c(
  p = 100 * share(s)), layout = c(wharf, percent(p))), brief(dues, lines = wharf, figures = c(s = sum(due)), beside = c(
    p = share(s)), layout = c(wharf, percent(p))))
kind("a missing key", "missing", by_wharf(dirty("wharf", 9, NA)), by_wharf(dues))
kind("an empty key", "empty", by_wharf(dirty("wharf", 9, "")), by_wharf(dues))
for (clock in list(function(d) as.numeric(d) + 25569,
  function(d) as.numeric(d) * 86400)) kind("days as a spreadsheet's or a clock's",
  "dates_as_numbers", brief(with_column("sent_on", clock(dues$paid_on)), lines = sent_on,
    figures = c(dues = sum(due))), brief(
    dues, lines = paid_on, figures = c(dues = sum(due))))
kind("missing amounts", "skipped", by_wharf(dirty("due", 9, NA)), by_wharf(dues))

test_that("each kind of mistake is named by the rule that knows it, and nothing is said of its twin", {
  expect_gte(length(kinds), 230)
  for (one in kinds) {
    said <- found(one[[3]])
    expect_true(one[[2]] %in% said$rule, label = sprintf("%s: not caught; said was: %s", one[[1]], paste(said$sentence,
      collapse = " | ")))
    expect_false(any(said$status == "differs"), label = one[[1]])
    expect_identical(found(one[[4]])$sentence, character(), label = paste("the twin of", one[[1]]))
  }
  message(sprintf("%d kinds of mistakes, each with its twin", length(kinds)))
})
