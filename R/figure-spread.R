# Variance and standard deviation from exact sums of squares; a sample's by n - 1, a population's by n.

spread <- function(name, less, root, words) {
  force(less)
  force(root)
  room(name, "figure",
    args = alist(x = ), takes = list(x = "number"), gives = "double", additive = FALSE,
    fold = function(node) list(fold = "spread", answer = name),
    slide = function(node) list(name = name), exact = NULL, by_hand = NULL, squared = !root,
    again = function(x, node) {
      variance <- (if (less == 1) sample_variance else population_variance)(as_plain_number(x))
      if (root) sqrt(variance) else variance
    },
    in_sql = function(sql, node, to) {
      sql$x <- averaged_said(sql$x, node$args$x, to)
      if (!is.null(to$server$variance)) return(to$server$variance(sql, less, root, to))
      said <- paste0(if (root) "stddev_" else "var_", if (less) "samp" else "pop")
      gathered_in_sql(function_said(said, to), sql$x, sql$where, to)
    },
    averages = TRUE, in_columns = function(x, line, n, node, weight) {
      variance <- spread_in_columns(x, line, n, less)
      if (root) sqrt(variance) else variance
    },
    words = words
  )
}

population_variance <- function(x) if (length(x) == 0) NA_real_ else mean((x - mean(x))^2)

sample_variance <- function(x) if (length(x) > 1 && !all(is.finite(x))) NaN else stats::var(x)

spread("var", 1, FALSE, "the variance of {x} (of a sample)")
spread("sd", 1, TRUE, "the standard deviation of {x} (of a sample)")
spread("var_pop", 0, FALSE, "the variance of {x} (of all)")
spread("sd_pop", 0, TRUE, "the standard deviation of {x} (of all)")
