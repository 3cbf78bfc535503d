// Percentiles of values that lie side by side.
#pragma once

namespace idle {

// The percentile p of some values (see quantiles()), which change their places.
double quantile_of(double* begin, double* end, double p);

// A value between two neighbours, so far on the way from the lower one.
double between(double low, double high, double part);

}  // namespace idle
