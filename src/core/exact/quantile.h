// Percentiles of values that lie side by side.
#pragma once
#include <cstddef>

namespace idle {

// Where the percentile p of n values lies: the place of the lower neighbour, from 0, and how far
// above it.
struct QuantilePlace {
  std::size_t below;
  double part;
};
// Throws unless p is a part of a whole: from 0 to 1.
void check_part(double p);
QuantilePlace place_of(std::size_t n, double p);

// The percentile p of some values (see quantiles()), which change their places.
double quantile_of(double* begin, double* end, double p);

// A value between two neighbours, so far on the way from the lower one.
double between(double low, double high, double part);

}  // namespace idle
