#include "scan.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "fetch_ahead.h"
#include "vectorise.h"

namespace idle {

IDLE_WIDE Scan scan_numbers(const double* values, std::size_t n) {
  constexpr double infinity = std::numeric_limits<double>::infinity();
  constexpr std::size_t lanes = 16;
  double high[lanes] = {}, low[lanes];
  long long odd[lanes] = {};
  std::fill(low, low + lanes, infinity);
  std::size_t i = 0;
  for (; i + lanes <= n; i += lanes) {
    fetch_ahead(values + i);
    fetch_ahead(values + i + lanes / 2);
    for (std::size_t k = 0; k < lanes; ++k) {
      const double x = values[i + k];
      const double magnitude = std::fabs(x);
      odd[k] |= x != x ? 1 : 0;
      high[k] = magnitude > high[k] ? magnitude : high[k];
      const double filled = magnitude > 0 ? magnitude : infinity;
      low[k] = filled < low[k] ? filled : low[k];
    }
  }
  for (; i < n; ++i) {
    const double magnitude = std::fabs(values[i]);
    odd[0] |= values[i] != values[i] ? 1 : 0;
    high[0] = magnitude > high[0] ? magnitude : high[0];
    if (magnitude > 0 && magnitude < low[0]) low[0] = magnitude;
  }
  Scan scan;
  scan.greatest = *std::max_element(high, high + lanes);
  scan.least = *std::min_element(low, low + lanes);
  for (const long long flag : odd) scan.has_nan = scan.has_nan || flag != 0;
  return scan;
}

}  // namespace idle
