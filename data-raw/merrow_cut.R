# Makes the demo tables of the Merrow Cut, a canal company that never was. Run from the package's
# root: Rscript data-raw/merrow_cut.R. The same seed gives the same files.

set.seed(1817, kind = "Mersenne-Twister", normal.kind = "Inversion", sample.kind = "Rejection")

locks <- data.frame(
  lock = c(
    "Merrow Basin", "Sallow Bridge", "Coldharbour", "Lime Kiln", "Otter Bend",
    "Fennel Hatch", "Long Acre", "Quarry Side", "Widow's Gate", "Heron Stair",
    "Tarn Foot", "High Pound", "Summit Lock", "Dry Hatch"
  ),
  reach = rep(c("Lower", "Middle", "Upper"), c(5, 5, 4)),
  opened = c(1791L, 1791L, 1792L, 1794L, 1795L, 1798L, 1798L, 1801L, 1802L, 1802L, 1805L, 1806L, 1806L, 1811L),
  rise_m = c(1.8, 2.1, 2.4, 1.9, 2.2, 2.6, 2.0, 3.1, 2.9, 3.4, 2.7, 2.5, 3.2, 1.6)
)

days <- seq(as.Date("2024-07-01"), as.Date("2026-06-30"), by = "day")
frost <- seq(as.Date("2025-01-12"), as.Date("2025-01-19"), by = "day")
closed <- c(frost, as.Date(c("2024-12-25", "2025-12-25")))
open_days <- days[!days %in% closed]

busy <- 1 + 0.5 * sin(2 * pi * (as.numeric(format(open_days, "%j")) - 100) / 365)
weekend <- ifelse(format(open_days, "%u") %in% c("6", "7"), 0.6, 1)
n <- 20000
passed_on <- sort(sample(open_days, n, replace = TRUE, prob = busy * weekend))
place <- sample(13, n, replace = TRUE, prob = c(9, 7, 6, 5, 6, 5, 4, 8, 4, 5, 6, 4, 3))
craft <- sample(c("narrow", "barge", "wide", "maintenance"), n, replace = TRUE, prob = c(50, 30, 18, 2))
tonnes <- round(ifelse(craft == "maintenance", 0, rgamma(n, 3, 0.15)), 1)
rate <- c(Lower = 0.42, Middle = 0.55, Upper = 0.61)[locks$reach[place]]
toll <- round(pmax(2.5, tonnes * rate) * 4) / 4
toll[craft == "maintenance"] <- 0
paid <- sample(c("cash", "account", "pass"), n, replace = TRUE, prob = c(35, 50, 15))

tolls <- data.frame(
  passage = 100000L + seq_len(n), passed_on, lock = locks$lock[place], reach = locks$reach[place],
  craft, tonnes, toll, paid
)

# The dirt, put in on purpose; inst/demo-tables/README.md counts it.
tarn <- which(tolls$lock == "Tarn Foot")
tolls$lock[sample(tarn, 23)] <- "tarn foot "
tolls$lock[sample(setdiff(seq_len(n), tarn), 9)] <- NA
tolls$toll[sample(n, 40)] <- NA
tolls$paid[sample(n, 15)] <- NA
refund <- which(tolls$lock == "Quarry Side" & !is.na(tolls$toll))[700]
tolls$toll[refund] <- -18.5
twice <- sort(sample(n, 12))
tolls <- tolls[sort(c(seq_len(n), twice)), ]

months <- seq(as.Date("2024-07-01"), as.Date("2026-06-01"), by = "month")
targets <- expand.grid(month = months, lock = c(locks$lock[1:13], "Hollow Weir"), stringsAsFactors = FALSE)
targets <- data.frame(
  lock = targets$lock, month = targets$month, target = 50 * sample(6:14, nrow(targets), replace = TRUE)
)

gauged <- c("Merrow Basin", "Quarry Side", "Tarn Foot", "Summit Lock")
levels <- expand.grid(read_on = days, lock = gauged, stringsAsFactors = FALSE)
levels$level_cm <- round(120 + 15 * sin(as.numeric(levels$read_on) / 58) + rnorm(nrow(levels), 0, 4), 1)
levels <- levels[-sort(sample(nrow(levels), 173)), c("lock", "read_on", "level_cm")]

write_table <- function(table, name) {
  readr::write_csv(table, file.path("inst", "demo-tables", paste0(name, ".csv")), na = "")
}
write_table(tolls, "tolls")
write_table(locks, "locks")
write_table(targets, "targets")
write_table(levels, "levels")

# Wharf dues of one quarter, without a mistake in them: what the examples of mistakes are made from.
set.seed(1826)
day <- rep(seq(as.Date("2025-01-01"), as.Date("2025-03-31"), by = "day"), each = 4)
goods <- sample(c("coal", "grain", "lime", "timber"), length(day), replace = TRUE)
dues <- data.frame(
  slip = 5000L + seq_along(day), paid_on = day, wharf = rep(c("Alder", "Brook", "Causey", "Dyer"), length(day) / 4),
  goods, tonnes = round(runif(length(day), 4, 40), 1), rate = c(coal = 0.5, grain = 0.6, lime = 0.45,
    timber = 0.7)[goods]
)
dues$due <- round(dues$tonnes * dues$rate + runif(length(day), 0, 1), 2)
write_table(dues, "dues")
