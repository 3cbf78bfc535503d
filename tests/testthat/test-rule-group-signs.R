# Signs that go by a column, but for a few entries.
coal <- which(dues$goods == "coal")
signed <- function(rows = integer()) {
  due <- ifelse(dues$goods == "coal", -1, 1) * dues$due
  by_wharf(dues_with(due = replace(due, rows, -due[rows])))
}

test_that("entries whose sign is not that of their kind are counted, with the first and its kind", {
  for (row in coal[1:2]) expect_told("group_signs", signed(row), signed(),
    sprintf("`due` goes by `goods`, but 1 entry has another sign than the rest of its kind, the first in row %d", row))
  expect_told("group_signs", signed(coal[1:3]), signed(),
    sprintf("3 entries have another sign than the rest of their kind, the first in row %d \\(coal\\)", coal[1]))
})

test_that("more than a twentieth of a kind, or kinds with hardly an entry, have no sign of their own", {
  expect_false("group_signs" %in% findings(signed(coal[1:6]))$rule)
  few <- dues_with(due = ifelse(dues$slip < 5010, -1, 1) * dues$due, goods = ifelse(dues$slip < 5012, "coal", "lime"))
  expect_false("group_signs" %in% findings(by_wharf(few))$rule)
})
