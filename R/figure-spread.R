# Variance and standard deviation from exact sums of squares; a sample's by n - 1, a population's by n.

spread <- function(name, again, words) {
  force(again)
  room(name, "figure",
    args = alist(x = ), takes = list(x = "number"), gives = "double", additive = FALSE,
    fold = function(node) list(fold = "spread", answer = name),
    slide = function(node) list(name = name), again = again, words = words
  )
}

population_variance <- function(x) if (length(x) == 0) NA_real_ else mean((x - mean(x))^2)

sample_variance <- function(x) if (length(x) > 1 && !all(is.finite(x))) NaN else stats::var(x)

spread("var", function(x, node) sample_variance(as_plain_number(x)), "the variance of {x} (of a sample)")
spread("sd", function(x, node) sqrt(sample_variance(as_plain_number(x))), "the standard deviation of {x} (of a sample)")
spread("var_pop", function(x, node) population_variance(as_plain_number(x)), "the variance of {x} (of all)")
spread(
  "sd_pop", function(x, node) sqrt(population_variance(as_plain_number(x))), "the standard deviation of {x} (of all)"
)
