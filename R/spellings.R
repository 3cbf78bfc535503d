# Texts as a reader takes them: spaces of any kind, case, accents as they are typed, punctuation and letters
# that look alike make no difference.

small_letters <- remembering(function(x) in_unicode(tolower)(x))

# Spaces of any kind, one in the place of several; none at the ends.
squeezed <- remembering(function(x) {
  in_unicode(function(x) {
    x <- gsub("[[:space:]\u00a0\u1680\u2000-\u200b\u202f\u205f\u3000\ufeff]+", " ", x)
    sub("^ ", "", sub(" $", "", x))
  })(x)
})

punctuation_like <- c(
  "\u2018\u2019\u201a\u201b\u2032\u00b4\u0060" = "'", "\u201c\u201d\u201e\u201f\u2033" = "\"",
  "\u2010\u2011\u2012\u2013\u2014\u2015\u2212" = "-", "\u2024" = ".", "\u2044\u2215" = "/"
)

plain_punctuation <- remembering(function(x) {
  in_unicode(function(x) {
    for (k in seq_along(punctuation_like)) {
      x <- gsub(sprintf("[%s]", names(punctuation_like)[k]), punctuation_like[[k]], x)
    }
    x
  })(x)
})

# Letters composed in one way, as Unicode has it (Standard Annex 15, form C).
composed <- function(x) {
  if (all(!grepl("[^ -~]", x, useBytes = TRUE))) return(x)
  need_package("utf8", "texts with other letters than a to z in mend_keys()")
  utf8::utf8_normalize(x)
}

# Letters of Greek and Cyrillic that look like Latin ones.
letters_like <- c(
  "\u0410\u0412\u0415\u041a\u041c\u041d\u041e\u0420\u0421\u0422\u0423\u0425\u0406\u0408\u0405",
  "\u0430\u0435\u043e\u0440\u0441\u0443\u0445\u0456\u0458\u0455",
  "\u0391\u0392\u0395\u0396\u0397\u0399\u039a\u039c\u039d\u039f\u03a1\u03a4\u03a5\u03a7\u03bf"
)

latin_letters <- function(x) {
  chartr(paste(letters_like, collapse = ""), "ABEKMHOPCTYXIJSaeopcyxijsABEZHIKMNOPTYXo", x)
}

# What two texts share that a reader would take for the same.
look_alike <- function(x, case = TRUE) {
  x <- squeezed(plain_punctuation(x))
  if (any(grepl("[^ -~]", x, useBytes = TRUE))) {
    if (requireNamespace("utf8", quietly = TRUE)) x <- composed(x)
    x <- in_unicode(latin_letters)(x)
  }
  if (case) in_unicode(tolower)(x) else x
}
