# A brief as clauses in the order of work, each with its parts in words.

skip_if_not_installed("htmltools")

ns <- asNamespace("idleledger")
sentence <- function(page) ns$sentence_of(ns$state_of(page))
words_of <- function(page, section) {
  clause <- Find(function(one) one$section == section, sentence(page))
  vapply(clause$parts, `[[`, "", "words")
}

test_that("every section has one clause, settings last, and says what it could say while it is not used", {
  clauses <- sentence(brief(dues))
  expect_setequal(vapply(clauses, `[[`, "", "section"), ns$section_names())
  expect_true(all(nzchar(vapply(clauses, `[[`, "", "faint"))))
  expect_true(all(lengths(lapply(clauses, `[[`, "parts")) == 0))
})

test_that("parts that are phrases are said in their words, and others as they are written", {
  page <- by_wharf(only = c(due > 5, wharf %in% c("Alder", "Brook"), due * 2 > tonnes), order = falling(dues))
  expect_identical(words_of(page, "only")[3], "due * 2 > tonnes")
  expect_match(words_of(page, "only")[1], "due.*5")
  expect_match(words_of(page, "only")[2], "Alder.*Brook")
  expect_identical(words_of(page, "figures")[1], "the number of entries")
  expect_match(words_of(page, "figures")[2], "due")
  expect_match(words_of(page, "order"), "dues")
})

test_that("what a phrase writes it also reads: every choice offered comes back in its own words", {
  desk <- ns$new_desk(brief(dues, lines = wharf, figures = c(s = sum(due))), desk_tables())
  for (section in ns$section_names()) {
    seen <- ns$desk_view(desk)(state_of_desk(desk), section, 99)
    phrases <- ns$room_of("section", section)$clause$phrases(seen)
    for (choice in utils::head(ns$choices_of(seen), 60)) {
      part <- ns$as_part(ns$captured(choice$expr, name = choice$name))
      read <- ns$phrase_of_part(part, phrases)
      expect_false(is.null(read), label = paste(section, choice$label))
      expect_identical(ns$part_in_words(part, read), choice$label, label = paste(section, choice$label))
    }
  }
})
