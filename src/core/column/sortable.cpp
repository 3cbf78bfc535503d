#include "column/sortable.h"

namespace idle {

namespace {

constexpr std::uint64_t last_key = ~std::uint64_t{0};

std::uint64_t sortable(double x) {
  if (is_missing(x)) return last_key;
  if (std::isnan(x)) return last_key - 1;
  const std::uint64_t bits = bits_of(x == 0 ? 0.0 : x);
  return bits >> 63 ? ~bits : bits | std::uint64_t{1} << 63;
}

}  // namespace

std::uint64_t sortable(const ColumnView& view, std::size_t row) {
  switch (view.storage) {
    case Storage::float64:
      return sortable(view.as<double>()[row]);
    case Storage::int64: {
      // The missing value is the least of all; taking one away wraps it round to the end.
      const auto x = static_cast<std::uint64_t>(view.as<std::int64_t>()[row]);
      return (x ^ std::uint64_t{1} << 63) - 1;
    }
    default: {
      const std::int32_t x = view.as<std::int32_t>()[row];
      if (is_missing(x)) return last_key;
      if (view.rank != nullptr) return static_cast<std::uint64_t>(view.rank[x - 1]);
      return static_cast<std::uint64_t>(static_cast<std::int64_t>(x) + INT64_C(0x80000000));
    }
  }
}

}  // namespace idle
