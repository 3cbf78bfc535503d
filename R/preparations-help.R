#' Preparations: several tables, repairs, calendars
#'
#' What the section `prepare` knows. Preparations are worked in the order given, before anything else; each counts
#' what it changed, lists it with [set_aside()], and owes [tie_out()] its checks.
#'
#' @section Columns of another table: `bring_in(from, match =, columns =, expect =, without_partner =, as_of =,
#' upto =)` puts columns of another table beside each entry, from its *partner*: the line there with the same keys.
#' `from` is a data frame, a [ledger()], the path of a file, or a [brief()], whose shown lines are then the table.
#'
#' ```
#'   the entries                 targets                          the entries, afterwards
#'   lock       receipts         lock       target                lock       receipts  target
#'   Tarn Foot       820   -->   Tarn Foot     750                Tarn Foot       820     750
#'   Lime Kiln       410         Long Acre     600                Lime Kiln       410       .   no partner: kept
#'                               (met no entry, and is told)
#' ```
#'
#' `match` says which columns are the same on both sides: `lock`; `c(lock, month)`; `lock == name` or `c(lock = name)`
#' where they have other names (the entries stand left); `start_of(passed_on, "month") == month` where a key is worked
#' out. Text meets text, numbers numbers, dates dates; a missing key, or one that is no number, meets nothing and is
#' counted. Keys that would meet but for case, spaces, punctuation or letters that look alike are told.
#' `columns` chooses and renames: `c(target, their_reach = reach)`; by default all but the keys.
#'
#' `expect = "one"`: an entry with several partners stops, with examples and with what each sum of the page would
#' have become. `expect = "many"` repeats the entry for each, and the statement says so. `without_partner`:
#' `"keep"` (what is brought in is missing), `"leave_out"`, `"stop"`, or `"both"`: lines that met no entry come in
#' as entries of their own, marked in the column `made`, and are not counted by `count()`.
#'
#' `as_of = c(passed_on = valid_from)` takes the partner in force on the day: the last that begins at or before it,
#' and, with `upto = valid_to`, ends on it or after. Two in force together stop. Numbers do as well as dates, so that
#' bands come from a table: `as_of = c(tonnes = from_tonnes), upto = to_tonnes`. It needs no `match`.
#'
#' @section Conditions across tables: In any condition, `has_partner(locks, match = lock)` and `!has_partner(...)`;
#' `lock %in% column_of(locks, lock)`, which is missing for a missing lock; `has_copies()` for entries that others are
#' alike to, in every column or in those named, to look at them before they are struck.
#'
#' @section Entries of other tables: `stack_on(november, december, name = month)` puts their entries under those of
#' the ledger, by the names of the columns. Kinds must agree; what one side lacks is missing, and told. `name` is a
#' new column of where each came from: the table's name, or `stack_on(dec = december)`.
#'
#' @section Repairs: `strike_duplicates(by =, along =, keep = "first")` keeps one of the entries that are alike in
#' every column, or in those of `by`: the first (or `"last"`), along an order or as they stand. The tie-out says
#' what the struck would have added to each sum. `mend_keys(lock, ...)` brings spellings together that differ by
#' spaces of any kind, case, composed or look-alike letters and punctuation, each to the one that most entries
#' have; `case = FALSE` leaves case alone. `spellings = c("Tarn foot" = "Tarn Foot")`, or `by =` a table of two
#' columns, from and to, says it by name. Mend on the page that has the entries. Letters beyond a to z need the
#' package utf8. [offer_repairs()] writes what a ledger asks for.
#'
#' @section Calendars: `fill_calendar(along, step = "day", per =, from =, to =, fill =)` makes an entry for every
#' day (`"week"`, `"month"`, `"quarter"`, `"year"`; of times also `"hour"`, `"minute"` or `minutes(15)`) without one,
#' in each group of the columns `per`, from its own
#' first day to its last unless `from` and `to` say. Made entries hold what `fill = c(receipts = 0)` says and
#' nothing else, are marked in the column `made`, and are not counted by `count()`; `count(made)` counts all. As a
#' key of `lines`, `unbroken(passed_on, "day")` has lines for such days straight from the entries.
#'
#' @section Samples and shapes: `sample_of(n, per =, seed = 1)` draws entries by lot, `sample_of(part(0.1))` a
#' tenth; the page says on its face that it is a sample. Equal batches are made by `ntile()` in `columns`.
#' `unpivot(columns =, names =, values =, keep =, empty =)` makes an entry of each cell of `columns` (or of all
#' columns but those in `keep`), with the column's name in `names` and the cell in `values`; `empty = "drop"`
#' leaves empty cells out.
#'
#' @section Errors: `idle_unknown_table` for a name that is no table; `idle_many_partners` and `idle_no_partner`,
#' whose element `entries` has the rows in the source; `idle_too_many` where more entries would be made than
#' [limits] allow;
#' `idle_wrong_kind` for keys that can never meet; `idle_name_twice` for a column that both sides have;
#' `idle_unknown_column`, `idle_bad_argument`, `idle_no_package`.
#' @references The Unicode Standard, Annex 15: Unicode Normalization Forms.
#' @name preparations
#' @seealso [brief()], [set_aside()], [offer_repairs()]
#' @examples
#' tolls <- demo_table("tolls")
#' targets <- demo_table("targets")
#' monthly <- brief(tolls,
#'   prepare = c(strike_duplicates(), mend_keys(lock)),
#'   lines = c(lock, month = start_of(passed_on, "month")), figures = c(receipts = sum(toll))
#' )
#' against <- brief(monthly, prepare = bring_in(targets, match = c(lock, month)),
#'   beside = c(over = receipts - target), show = top(3, over)
#' )
#' draw_up(against)
#' try(draw_up(brief(tolls, prepare = bring_in(targets, match = lock), lines = reach, figures = c(s = sum(toll)))))
#' daily <- brief(tolls, lines = c(reach, passed_on), figures = c(receipts = sum(toll)))
#' draw_up(brief(daily, prepare = fill_calendar(passed_on, per = reach, fill = c(receipts = 0)),
#'   beside = c(week = rolling(mean(receipts), days(7), along = passed_on, per = reach))
#' ))
NULL
