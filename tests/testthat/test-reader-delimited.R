# Files whose cells are known are read cell by cell; damaged ones are read as a reader from byte to byte reads them,
# or stop with what is wrong. No cell is lost or changed in silence.

# The cells of a text by RFC 4180, one character after another; a word for what is wrong in it.
slow_cells <- function(text, separator = ",", one_column = FALSE) {
  chars <- strsplit(text, "")[[1]]
  n <- length(chars)
  rows <- list()
  row <- character()
  cell <- character()
  state <- "start"
  begun <- FALSE
  end_cell <- function() {
    row <<- c(row, paste(cell, collapse = ""))
    cell <<- character()
    state <<- "start"
  }
  end_row <- function() {
    if (begun || one_column) {
      end_cell()
      rows[[length(rows) + 1]] <<- row
    }
    row <<- character()
    begun <<- FALSE
    state <<- "start"
  }
  i <- 1
  while (i <= n) {
    char <- chars[i]
    after <- if (i < n) chars[i + 1] else "\n"
    if (state == "quoted") {
      if (char != "\"") {
        cell <- c(cell, char)
      } else if (i < n && after == "\"") {
        cell <- c(cell, char)
        i <- i + 1
      } else {
        state <- "closed"
      }
    } else if (char == "\n" || char == "\r" && after == "\n") {
      if (char == "\r") i <- i + 1
      end_row()
    } else if (char == separator) {
      begun <- TRUE
      end_cell()
    } else if (char == "\"" && state == "start") {
      begun <- TRUE
      state <- "quoted"
    } else if (char == "\r") {
      return("return")
    } else if (state == "closed") {
      return("behind")
    } else {
      begun <- TRUE
      state <- "plain"
      cell <- c(cell, char)
    }
    i <- i + 1
  }
  if (state == "quoted") return("open")
  if (begun) end_row()
  if (length(unique(lengths(rows))) > 1) return("ragged")
  rows
}

odd_cells <- c(
  "", "a", " spaced ", "NA", "NaN", "-Inf", "T", "F", "yes", "0", "1", "007", "-007", "1d5", "5L", "0x1A", "3,14",
    "1,234",
  "1e400", "1e-400", "9007199254740993", "1234567890123456789", "0.1", "-0", "+5", ".5", "5.", "1e5", "2024-02-29",
  "2023-02-29", "0999-01-01", "31/12/2024", "12:30", "say \"yes\"", "5\" pipe", "two\nlines", "two\r\nlines", "a,b",
    "a;b",
  "tab\there", "\u00e9t\u00e9", "\u4e2d\u6587", "=1+1", "'quoted'", "50%", "(12.50)", "\u00a37.20", "\u001a", "#",
    "NULL", "true", "TRUE"
)

# A table of cells, written with quotes where they must stand and now and then where they may.
written_cells <- function(rows, separator, line_end) {
  cell <- function(text) {
    must <- grepl("[\"\r\n]", text) || grepl(separator, text, fixed = TRUE)
    if (must || stats::runif(1) < 0.2 && nzchar(text)) sprintf("\"%s\"", gsub("\"", "\"\"", text)) else text
  }
  lines <- vapply(rows, function(row) paste(vapply(row, cell, ""), collapse = separator), "")
  paste0(paste(lines, collapse = line_end), if (stats::runif(1) < 0.8) line_end else "")
}

random_cells <- function() {
  columns <- sample(2:5, 1)
  alike <- stats::runif(columns) < 0.5
  pools <- lapply(seq_len(columns), function(k) {
    if (alike[k]) sample(list(c("1", "2.50", "-3", ""), c("2024-01-01", "2024-12-31", ""), c("x", "y z")),
      1)[[1]] else odd_cells
  })
  rows <- lapply(seq_len(sample(0:30, 1)), function(i) vapply(pools, function(pool) sample(pool, 1), ""))
  c(list(paste0("c", seq_len(columns))), rows)
}

in_text <- function(path, ...) {
  names <- names(as.data.frame(ledger(path, ...)))
  kinds <- stats::setNames(rep("text", length(names)), names)
  as.data.frame(ledger(path, kinds = kinds, missing = character(), ...))
}

# Each cell of a ledger, read by its rules, against the text that stands in the file.
expect_same_cells <- function(table, rows, info) {
  expect_identical(nrow(table), length(rows) - 1L, info = info)
  for (k in seq_along(rows[[1]])) {
    texts <- vapply(rows[-1], `[[`, "", k)
    column <- table[[k]]
    gone <- is.na(column) & !is.nan(column %in% NaN) & !(is.double(column) & is.nan(column))
    expect_true(all(texts[gone] %in% c("", if (!is.character(column)) "NA")), info = info)
    there <- texts[!gone]
    value <- column[!gone]
    same <- if (is.character(column)) value == there else if (inherits(column, "Date")) {
      value == as.Date(there)
    } else if (is.logical(column)) {
      as.character(value) == toupper(there)
    } else {
      fits <- grepl("^([-+]?(0|[1-9][0-9]{0,14})?([.][0-9]*)?(e[-+]?[0-9]+)?|NaN|-?Inf)$", there) |
        grepl("^[-+]?[0-9]{1,3}(,[0-9]{3})*([.][0-9]+)?$", there)
      fits & (value == as.numeric(gsub(",", "", there)) | is.nan(value) & there == "NaN")
    }
    expect_true(all(same), info = paste(info, "column", k, paste(there[!same], collapse = " ")))
  }
}

bytes_of <- function(text, encoding) {
  raw <- switch(encoding,
    `UTF-8` = charToRaw(text), mark = c(as.raw(c(0xef, 0xbb, 0xbf)), charToRaw(text)),
    latin1 = charToRaw(iconv(text, "UTF-8", "latin1")),
    `UTF-16LE` = c(as.raw(c(0xff, 0xfe)), iconv(text, "UTF-8", "UTF-16LE", toRaw = TRUE)[[1]]),
    `UTF-16BE` = c(as.raw(c(0xfe, 0xff)), iconv(text, "UTF-8", "UTF-16BE", toRaw = TRUE)[[1]])
  )
  raw
}

test_that("hundreds of files of odd cells, in every dress, are read cell by cell", {
  withr::local_seed(1)
  for (round in seq_len(rounds(300))) {
    rows <- random_cells()
    separator <- sample(c(",", ";", "\t", "|"), 1)
    text <- written_cells(rows, separator, sample(c("\n", "\r\n"), 1))
    encoding <- sample(c("UTF-8", "UTF-8", "mark", "latin1", "UTF-16LE", "UTF-16BE"), 1)
    if (encoding == "latin1" && grepl("\u4e2d", text)) encoding <- "UTF-8"
    packed <- stats::runif(1) < 0.3
    path <- written_file(bytes_of(text, encoding), "t.csv")
    if (packed) {
      path <- written_file(memCompress(bytes_of(text, encoding), "gzip"), "z.csv")
      con <- gzfile(file.path(dirname(path), "t.csv.gz"), "wb")
      writeBin(bytes_of(text, encoding), con)
      close(con)
      path <- file.path(dirname(path), "t.csv.gz")
    }
    how <- list(path, separator = separator, encoding = if (encoding == "latin1") "latin1" else "UTF-8")
    info <- sprintf("round %d, %s, %s", round, encoding, separator)
    expect_same_cells(as.data.frame(do.call(ledger, how)), rows, info)
    raw <- do.call(in_text, how)
    expect_identical(unname(as.list(raw)), lapply(seq_along(rows[[1]]), function(k) vapply(rows[-1], `[[`, "", k)),
      info = info)
  }
})

test_that("hundreds of damaged files are read as they stand or stop", {
  withr::local_seed(2)
  words <- c(ragged = "where the head line has", behind = "behind a closing quote", open = "none closes it",
    return = "carriage return")
  met <- character()
  for (round in seq_len(rounds(450))) {
    rows <- random_cells()
    text <- written_cells(lapply(rows, function(row) gsub("[\u001a\u00e9\u4e2d\u6587\u00a3]", "x", row)), ",",
      sample(c("\n", "\r\n"), 1))
    chars <- strsplit(text, "")[[1]]
    at <- sample(length(chars), 1)
    piece <- sample(c("\"", ",", "\n", "\r", "", "\"x"), 1)
    text <- if (stats::runif(1) < 0.3) substr(text, 1, at) else paste(append(chars[-at], piece, at - 1), collapse = "")
    right <- slow_cells(text)
    path <- written_file(text)
    info <- sprintf("round %d: %s", round, encodeString(substr(text, 1, 300)))
    got <- tryCatch(as.data.frame(ledger(path, separator = ",")), error = function(e) conditionMessage(e))
    if (is.character(right)) {
      expect_type(got, "character")
      if (grepl("has no name|stands twice", got[1])) next # the head line is looked at first
      met <- c(met, right)
      expect_match(got, if (right == "return") "carriage return|ragged|head line has" else words[[right]], info = info)
      expect_match(got, "the head line|row [0-9]+ \\(line [0-9]+ of the file\\)", info = info)
    } else if (is.data.frame(got)) {
      expect_same_cells(got, right, info)
    } else {
      expect_match(got, "has no name|stands twice|empty|blank lines", info = info)
    }
  }
  expect_setequal(met, names(words))
})

test_that("what is cut or flipped in a packed file is told", {
  withr::local_seed(3)
  text <- paste0("k,x\n", paste0("n", sample(1e4), ",", 1:1e4, collapse = "\n"), "\n")
  folder <- withr::local_tempdir()
  path <- file.path(folder, "t.csv.gz")
  con <- gzfile(path, "wb")
  writeBin(charToRaw(text), con)
  close(con)
  whole <- readBin(path, "raw", file.size(path))
  expect_identical(as.data.frame(ledger(path))$x, as.double(1:1e4))
  writeBin(c(whole, whole), path)
  expect_match(said_by(ledger(path, kinds = c(x = "number"))), "row 10,001, column `x`: \"x\" is no number")
  for (part in c(0.1, 0.5, 0.9, 0.99, 1 - 8 / length(whole), 1 - 1 / length(whole))) {
    writeBin(utils::head(whole, floor(part * length(whole))), path)
    expect_match(said_by(ledger(path)), "t.csv.gz cannot be read: it is cut off")
  }
  for (at in sample(seq(20, length(whole)), 30)) {
    flipped <- whole
    flipped[at] <- xor(flipped[at], as.raw(1))
    writeBin(flipped, path)
    expect_match(said_by(ledger(path)), "damaged|cut off")
  }
  writeBin(c(whole, as.raw(1:20)), path)
  expect_match(said_by(ledger(path)), "damaged|cut off")
})

test_that("hostile bytes are told by row and column", {
  nul <- written_file(c(charToRaw(paste0("a,b\n", strrep("1,2\n", 100), "3,x")), as.raw(0), charToRaw("y\n")))
  expect_match(said_by(ledger(nul)), "row 101 \\(line 102 of the file\\), column `b` holds a NUL byte")
  quoted <- written_file(c(charToRaw(paste0("a,b\n", strrep("1,2\n", 100), "3,\"x")), as.raw(0), charToRaw("y\"\n")))
  expect_match(said_by(ledger(quoted)), "column `b` holds a NUL byte")
  expect_match(said_by(ledger(written_file("a,b\n1,2\r3\n"))), "row 1 .* `b` holds a carriage return")
  expect_match(said_by(ledger(written_file("a,b\r1,2\n3\r"))), "column `b` holds a line feed")
  expect_identical(as.data.frame(ledger(written_file("a,b\r1,x\r2,y\r"))), data.frame(a = c(1, 2), b = c("x", "y")))
  wide <- iconv("a,b\n1,2\n3,4\n", "UTF-8", "UTF-16LE", toRaw = TRUE)[[1]]
  expect_match(said_by(ledger(written_file(wide))), "UTF-16 without a mark.*encoding = \"UTF-16LE\"")
  expect_identical(as.data.frame(ledger(written_file(wide), encoding = "UTF-16LE"))$b, c(2, 4))
  expect_match(said_by(ledger(written_file("a\n1\n"), encoding = "nonsense")), "no encoding nonsense")
  cut <- c(as.raw(c(0xff, 0xfe)), utils::head(wide, -1))
  expect_match(said_by(ledger(written_file(cut))), "byte 25 is not valid in UTF-16|cannot be read")
  expect_match(said_by(ledger(written_file(as.raw(c(0x50, 0x4b, 3, 4, 1, 2))))),
    "is a workbook or another zip archive, not text")
  expect_match(said_by(ledger(written_file("\n\n\n"))), "nothing but blank lines")
  spaced <- flat(ledger(written_file("\na,b\n\n1,2\n\n\n3,4\n")))
  expect_match(spaced, "2 entries.*has 4 blank lines between its entries, which are none")
  expect_no_match(flat(ledger(written_file("a,b\n1,2\n\n\n"))), "blank")
  expect_identical(as.data.frame(ledger(written_file("a\nx\n\ny\n\n")))$a, c("x", NA, "y", NA))
})

test_that("kinds are those of the whole column, and what may mislead is said with the word that reads it", {
  table <- ledger(written_file(paste0(
    "id,de,pct,money,day,na,grouped,text_na,late,time\n",
    "9007199254740993,\"3,14\",5%,$7.20,31/12/2024,1,\"1,234\",NA,,2024-01-01T10:00\n",
    "9007199254740992,\"2,50\",12.5%,($1.00),01/02/2024,NA,900,b,,2024-01-01 11:00:30\n",
    "9007199254740994,\"1,75\",0%,$0.10,15/06/2024,3,\"2,000.5\",c,7,\n"
  )))
  said <- flat(look(table))
  frame <- as.data.frame(table)
  expect_identical(frame$id[1], "9007199254740993")
  expect_match(said, "`id` has numbers of more digits than a number holds")
  expect_identical(frame$de[1], "3,14")
  expect_match(said, "numbers with a decimal comma: kinds = c\\(de = number\\(decimal = \",\"\\)\\)")
  expect_match(said, "percentages: kinds = c\\(pct = percent\\(\\)\\)")
  expect_match(said, "amounts of money: kinds = c\\(money = money\\(\\)\\)")
  expect_match(said, "dates: kinds = c\\(day = date\\(\"%d/%m/%Y\"\\)\\)")
  expect_identical(frame$na, c(1, NA, 3))
  expect_match(said, "`na`: NA in 1 cell, first in row 2, is taken as missing")
  expect_identical(frame$grouped, c(1234, 900, 2000.5))
  expect_match(said, "`grouped` is read as numbers in a language's marks: \"1,234\" in row 1 is 1234")
  expect_identical(frame$text_na, c("NA", "b", "c"))
  expect_match(said, "`text_na` has the text NA, first in row 1, which is kept")
  expect_identical(frame$late, c(NA, NA, 7))
  expect_s3_class(frame$time, "POSIXct")
})

test_that("kinds that are asked for are read by their words, and misfits stop", {
  path <- written_file("a,b,c,d,e,f\n\"1.234,5\",12%,(3.50),31.12.2024,Y,1\n\"0,5\",0.1%,\u20ac7,01.02.2025,N,2\n")
  read <- as.data.frame(ledger(path, kinds = c(
    a = number(decimal = ","), b = percent(), c = money(), d = date("%d.%m.%Y"), e = yes_no("Y", "N"), f = "text"
  )))
  expect_identical(read, data.frame(
    a = c(1234.5, 0.5), b = c(0.12, 0.001), c = c(-3.5, 7), d = as.Date(c("2024-12-31", "2025-02-01")), e = c(TRUE,
      FALSE), f = c("1", "2")
  ))
  expect_identical(as.data.frame(ledger(path, locale = "de"))$a, c(1234.5, 0.5))
  expect_identical(as.data.frame(ledger(written_file("x;y\n1.234;2\n5;3,5\n"), locale = "de")),
    data.frame(x = c(1234, 5), y = c(2, 3.5)))
  for (kind in list(quote(number()), quote(percent()), quote(money()), quote(date("%Y")), quote(time()),
    quote(yes_no()), "number", "date")) {
    call <- bquote(ledger(path, kinds = c(e = .(kind))))
    expect_match(said_by(eval(call)), "row 1, column `e`: \"Y\" is no ")
  }
  german <- written_file("x;y;z;w\n1.234;5.678 \u20ac;12,5%;NA\n5;(1.000,5);1%;7\n")
  for (kinds in list(c(x = "number", w = "number"), NULL)) {
    read <- as.data.frame(ledger(german, locale = "de", kinds = kinds))
    expect_identical(read[c("x", "w")], data.frame(x = c(1234, 5), w = c(NA, 7)))
  }
  read <- as.data.frame(ledger(german, locale = "de", kinds = c(y = money(), z = percent(), w = number())))
  expect_identical(read[-1], data.frame(y = c(5678, -1000.5), z = c(0.125, 0.01), w = c(NA, 7)))
  expect_match(said_by(ledger(german, kinds = c(w = number()), missing = "")), "row 1, column `w`: \"NA\" is no number")
  expect_match(said_by(ledger(path, kinds = c(zz = "text"))), "no column `zz`, which `kinds` names")
  expect_match(said_by(ledger(path, kinds = c("text"))), "Every kind needs the name of its column")
  expect_match(said_by(ledger(path, kinds = c(a = "text", a = "text"))), "names the column `a` twice")
  expect_match(said_by(ledger(path, kinds = c(a = 5))), "A kind is a text or a word for one")
  expect_match(said_by(ledger(path, locale = "german words")), "locale is the short name of a language")
  expect_match(said_by(ledger(path, separator = "ab")), "A separator is one plain character")
  expect_match(said_by(ledger(path, sheet = 2)), "`sheet` says nothing about a file of this format")
  both <- written_file("a;b,c\n1;2,3\n")
  expect_match(said_by(ledger(written_file("a;b;c,d\n1;2;3,4\n"))),
    "can be read with a comma or a semicolon.*separator = \"semicolon\"")
  expect_identical(names(as.data.frame(ledger(both))), c("a;b", "c"))
})

test_that("a head line among the entries and times of two forms are said or kept", {
  twice <- ledger(written_file("k,x\na,1\nk,x\nb,2\n"))
  expect_match(flat(twice), "row 2 repeats the head line. Leave it out: only = k != \"k\"")
  expect_identical(as.data.frame(twice)$x, c("1", "x", "2"))
  mixed <- as.data.frame(ledger(written_file("t\n2024-01-01T10:00\n2024-01-01T10:00Z\n")))
  expect_type(mixed$t, "character")
  expect_type(as.data.frame(ledger(written_file("t\nTRUE\ntrue\n")))$t, "character")
  expect_identical(as.data.frame(ledger(written_file("t\ntrue\nfalse\n\n")))$t, c(TRUE, FALSE, NA))
})
