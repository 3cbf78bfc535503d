# A tie-out as a table and in print.
test_that("as a table each check has its row, with rule, weight, columns and page", {
  proof <- tie_out(by_wharf(rbind(dues, dues[7, ])))
  table <- as.data.frame(proof)
  expect_identical(nrow(table), length(proof$checks))
  copies <- table[table$rule %in% "copies", ]
  expect_identical(copies$status, "note")
  expect_equal(copies$weight, dues$due[7] / (sum(dues$due) + dues$due[7]), tolerance = 0.5)
  expect_type(table$columns, "list")
  for (name in names(table)) expect_identical(do.call(`$`, list(proof, name)), table[[name]], label = name)
  expect_match(said_by(proof$stat), "no column `stat`. Did you mean `status`")
})

test_that("what differs is printed first, with its lines, then notes by their weight, then what ties", {
  page <- by_wharf(rbind(dues_at("wharf", 9, NA), dues[7, ]), control = c(dues = 1))
  lines <- strsplit(printed(tie_out(page)), "\n")[[1]]
  marks <- grep("^(DIFFERS|note|ties)", lines, value = TRUE)
  kinds <- sub(" .*", "", marks)
  expect_identical(unique(kinds), c("DIFFERS", "note", "ties"))
  expect_match(lines[length(lines)], "1 differs of")
})

test_that("the heaviest findings are printed first, seven of them, the rest counted", {
  dirty <- demo_table("dues")
  dirty <- transform(dirty, wharf = replace(wharf, 9, "alder "), due = replace(due, c(5, 50), 9999),
    goods = replace(goods, 12, NA))
  page <- brief(rbind(dirty, dirty[7, ]), only = goods != "wool", lines = c(month = month(paid_on), wharf),
    figures = c(dues = sum(due), slips = sum(slip), each = mean(due / tonnes)), footing = rollup(month, wharf),
    layout = c(month, Dues = slips, Slips = dues, decimals(each, 0)))
  proof <- tie_out(page)
  checks <- as.data.frame(proof)
  notes <- checks[checks$status == "note", ]
  expect_gt(nrow(notes), 8)
  printed <- capture.output(print(proof))
  marks <- sub("%.*", "", sub("^note ", "", printed[grepl("^note", printed)]))
  expect_length(marks, 7)
  weights <- suppressWarnings(as.numeric(sub("<1", "0.5", marks)))
  expect_false(is.unsorted(rev(weights[!is.na(weights)])))
  expect_match(paste(printed, collapse = " "), sprintf("%d notes more, of less weight", nrow(notes) - 7))
  expect_length(grep("^note", capture.output(print(proof, all = TRUE))), nrow(notes))
  expect_type(checks$columns, "list")
  expect_true("slip" %in% unlist(checks$columns[checks$rule %in% "not_to_add"]))
})
