#include "sort/narrow_keys.h"

#include <algorithm>
#include <cmath>

#include "base/vectorise.h"
#include "column/block_facts.h"

namespace idle {

namespace {

constexpr std::uint32_t missing_key = UINT32_MAX, nan_key = UINT32_MAX - 1;
constexpr double limit = 2147483000.0;
constexpr double rounding = 6755399441055744.0;  // 1.5 * 2^52

bool fits(double x, double scale) {
  if (std::isnan(x)) return true;
  const double whole = (x * scale + rounding) - rounding;
  return std::fabs(whole) < limit && whole / scale == x;
}

// Keys of doubles none of which is NaN; whether all fit.
IDLE_WIDE bool scaled(const double* x, std::size_t n, double scale, std::uint32_t* out) {
  int odd = 0;
  for (std::size_t i = 0; i < n; ++i) {
    const double whole = (x[i] * scale + rounding) - rounding;
    odd |= !(whole / scale == x[i]) | !(std::fabs(whole) < limit);
    out[i] = static_cast<std::uint32_t>(static_cast<std::int32_t>(whole)) + 0x7FFFFFFFu;
  }
  return odd == 0;
}

}  // namespace

CompactKey::CompactKey(const OrderKey& key, std::size_t rows) : key_(key) {
  if (key.view.storage == Storage::int64 || rows == 0) return;
  if (key.view.storage == Storage::int32) {
    scale_ = 1;
    return;
  }
  const double* x = key.view.as<double>();
  const std::size_t samples = std::min<std::size_t>(rows, 256), step = rows / samples;
  for (const double scale : {1.0, 100.0, 1000.0, 10000.0}) {
    bool all = true;
    for (std::size_t i = 0; i < samples && all; ++i) all = fits(x[i * step], scale);
    if (all) {
      scale_ = scale;
      return;
    }
  }
}

bool CompactKey::keys(std::size_t begin, std::size_t n, std::uint32_t* out) const {
  if (key_.view.storage == Storage::float64) {
    return number_keys(key_.view.as<double>() + begin, n, out);
  }
  whole_keys(begin, n, out);
  return true;
}

bool CompactKey::number_keys(const double* x, std::size_t n, std::uint32_t* out) const {
  if (any_nan(x, n) == 0) {
    if (!scaled(x, n, scale_, out)) return false;
  } else {
    for (std::size_t i = 0; i < n; ++i) {
      if (!fits(x[i], scale_)) return false;
      const double whole = (x[i] * scale_ + rounding) - rounding;
      out[i] = std::isnan(x[i])
                   ? (is_missing(x[i]) ? missing_key : nan_key)
                   : static_cast<std::uint32_t>(static_cast<std::int32_t>(whole)) + 0x7FFFFFFFu;
    }
  }
  if (!key_.descending) return true;
  for (std::size_t i = 0; i < n; ++i) {
    if (out[i] < nan_key) out[i] = nan_key - 1 - out[i];
  }
  return true;
}

// Adding 2^31 - 1 takes the missing value, the least of all, round to the end.
void CompactKey::whole_keys(std::size_t begin, std::size_t n, std::uint32_t* out) const {
  const std::int32_t* x = key_.view.as<std::int32_t>() + begin;
  const std::int32_t* rank = key_.view.rank;
  if (rank == nullptr && !key_.descending) {
    for (std::size_t i = 0; i < n; ++i) out[i] = static_cast<std::uint32_t>(x[i]) + 0x7FFFFFFFu;
    return;
  }
  for (std::size_t i = 0; i < n; ++i) {
    const std::int32_t value = is_missing(x[i]) || rank == nullptr ? x[i] : rank[x[i] - 1];
    out[i] = static_cast<std::uint32_t>(value) + 0x7FFFFFFFu;
    if (key_.descending && out[i] != missing_key) out[i] = missing_key - 1 - out[i];
  }
}

}  // namespace idle
