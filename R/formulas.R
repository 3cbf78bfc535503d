# Text that a spreadsheet would take for a formula.

# Spreadsheets pass over blanks and marks without width, and take full-width signs for plain ones.
formula_start <- paste0(
  "^([[:space:]\u00a0\u1680\u180e\u2000-\u200f\u2028-\u202f\u205f-\u206f\u3000\ufeff]*",
  "[-=+@\uff0d\uff1d\uff0b\uff20\u2212]|[\t\r\n])"
)

starts_a_formula <- function(text) !is.na(text) & in_utf8(grepl(formula_start, enc2utf8(text), perl = TRUE))

escape_formula <- function(text) ifelse(starts_a_formula(text), paste0("'", text), text)
