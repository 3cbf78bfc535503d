#include "column/block_facts.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "base/fetch_ahead.h"
#include "base/vectorise.h"

namespace idle {

namespace {

// In lanes, a cache line or two at a time.
template <typename T, typename Odd>
__attribute__((always_inline)) inline bool any_odd(const T* x, std::size_t n, const Odd& odd) {
  constexpr std::size_t lanes = 16;
  std::size_t i = 0;
  int found[lanes] = {};
  for (; i + lanes <= n; i += lanes) {
    fetch_ahead(x + i);
    if (sizeof(T) == 8) fetch_ahead(x + i + lanes / 2);
    for (std::size_t k = 0; k < lanes; ++k) found[k] |= odd(x[i + k]);
  }
  for (; i < n; ++i) found[0] |= odd(x[i]);
  int any = 0;
  for (const int lane : found) any |= lane;
  return any != 0;
}

template <typename T>
IDLE_WIDE bool any_least(const T* x, std::size_t n) {
  return any_odd(x, n, [](T value) { return value == std::numeric_limits<T>::min(); });
}

}  // namespace

IDLE_WIDE bool any_nan(const double* x, std::size_t n) {
  return any_odd(x, n, [](double value) { return value != value; });
}

bool may_have_gaps(const ColumnView& view, std::size_t begin, std::size_t n) {
  if (view.storage == Storage::int32) return any_least(view.as<std::int32_t>() + begin, n);
  if (view.storage == Storage::int64) return any_least(view.as<std::int64_t>() + begin, n);
  return any_nan(view.as<double>() + begin, n);
}

IDLE_WIDE BlockFacts facts_of(const double* values, std::size_t n) {
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
  BlockFacts scan;
  scan.greatest = *std::max_element(high, high + lanes);
  scan.least = *std::min_element(low, low + lanes);
  for (const long long flag : odd) scan.has_nan = scan.has_nan || flag != 0;
  return scan;
}

}  // namespace idle
