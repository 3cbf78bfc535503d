# Numbers that are names by what their column is called: years, numbers of slips, accounts and codes.

identifier_names <- paste0("(^|_|[.]| )(id|ids|no|nr|num|number|code|key|ref|reference|ticket|invoice|slip|serial|sku|",
  "ean|isbn|barcode|zip|zipcode|postcode|postal|phone|telephone|uuid|guid|account|acct|passport)$")

# `orderId` and `orderNo` as well.
named_as_identifier <- function(names) {
  grepl(identifier_names, small_letters(names)) | grepl("[a-z](Id|ID|No|Nr|Code|Key|Ref)$", names)
}

# The formats of columns of these kinds, by their names.
formats_of_names <- remembering(function(kinds) {
  numbers <- names(kinds)[kinds %in% c("integer", "double", "integer64")]
  named <- numbers[named_as_identifier(numbers) | grepl("(^|_|[.]| )years?$", small_letters(numbers)) |
    grepl("[a-z]Year$", numbers)]
  stats::setNames(rep(list(unmarked), length(named)), named)
})

formats_of_frame <- function(columns) unname(formats_of_names(vapply(columns, kind_of, ""))[names(columns)])
