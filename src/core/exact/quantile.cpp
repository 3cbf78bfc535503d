#include "exact/quantile.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <stdexcept>
#include <vector>

#include "column/block_facts.h"
#include "column/column.h"

namespace idle {

namespace {

constexpr std::size_t sampled = 2048;
constexpr std::size_t long_run = 4 * sampled;

// The value at a place and the one after it, in rising order.
struct Neighbours {
  double low, high;
};

Neighbours at_place(double* begin, double* end, std::size_t below) {
  std::nth_element(begin, begin + below, end);
  const double low = begin[below];
  return {low, begin + below + 1 == end ? low : *std::min_element(begin + below + 1, end)};
}

// Two values between which those at a place very likely lie: the sample's own, some places apart.
Neighbours window_around(const double* x, std::size_t n, std::size_t below) {
  double sample[sampled];
  for (std::size_t k = 0; k < sampled; ++k) sample[k] = x[n / sampled * k];
  const double p = static_cast<double>(below) / static_cast<double>(n);
  const double margin = 3 * std::sqrt(sampled * p * (1 - p)) + 4;
  const auto low = static_cast<std::size_t>(std::max(0.0, p * sampled - margin));
  const auto high = static_cast<std::size_t>(std::min(sampled - 1.0, p * sampled + margin));
  std::nth_element(sample, sample + low, sample + sampled);
  const double least = low == 0 ? -std::numeric_limits<double>::infinity() : sample[low];
  std::nth_element(sample + low, sample + high, sample + sampled);
  const bool top = high == sampled - 1;
  return {least, top ? std::numeric_limits<double>::infinity() : sample[high]};
}

// Keeps the values within a window and counts those below it; false if the kept are too many or the
// place is not among them.
bool found_within(const double* x, std::size_t n, std::size_t below, Neighbours window,
                  Neighbours& found) {
  constexpr std::size_t step = 1024;
  std::vector<double> near(n / 4 + step);
  std::size_t kept = 0, before = 0;
  for (std::size_t at = 0; at < n; at += step) {
    if (kept + step > near.size()) return false;
    double* out = near.data();
    for (std::size_t i = at; i < std::min(n, at + step); ++i) {
      out[kept] = x[i];
      kept += static_cast<int>(x[i] >= window.low) & static_cast<int>(x[i] <= window.high);
      before += x[i] < window.low;
    }
  }
  const std::size_t next = below + 1 < n ? 1 : 0;
  if (below < before || below - before + next >= kept) return false;
  found = at_place(near.data(), near.data() + kept, below - before);
  return true;
}

}  // namespace

void check_part(double p) {
  if (!(p >= 0 && p <= 1)) throw std::invalid_argument("a percentile is out of range");
}

QuantilePlace place_of(std::size_t n, double p) {
  const double place = p * static_cast<double>(n - 1);
  const double below = std::floor(place + 4e-16 * static_cast<double>(n));
  return {static_cast<std::size_t>(below), std::max(0.0, place - below)};
}

double between(double low, double high, double part) {
  if (part == 0 || low == high) return low;
  if (part == 0.5) {
    const double middle = (low + high) / 2;
    return std::isinf(middle) ? low / 2 + high / 2 : middle;
  }
  const double gap = high - low;
  return std::isinf(gap) ? low * (1 - part) + high * part : low + part * gap;
}

double quantile_of(double* begin, double* end, double p) {
  const auto n = static_cast<std::size_t>(end - begin);
  if (n == 0) return missing_number();
  if (any_nan(begin, n)) return std::numeric_limits<double>::quiet_NaN();
  const QuantilePlace place = place_of(n, p);
  Neighbours found;
  if (n < long_run ||
      !found_within(begin, n, place.below, window_around(begin, n, place.below), found)) {
    found = at_place(begin, end, place.below);
  }
  return between(found.low, found.high, place.part);
}

}  // namespace idle
