// Values as 64-bit keys that are equal where the values are.
#pragma once
#include <cstdint>

#include "column/column.h"

namespace idle {

// Zero has one key whatever its sign, and so have all values that are no number; a missing one has another.
inline std::uint64_t value_key(double x) {
  if (x == 0) return 0;
  if (std::isnan(x)) return is_missing(x) ? 0x7FF00000000007A2ull : 0x7FF8000000000000ull;
  return bits_of(x);
}
inline std::uint64_t value_key(std::int32_t x) { return static_cast<std::uint32_t>(x); }
inline std::uint64_t value_key(std::int64_t x) { return static_cast<std::uint64_t>(x); }

// What a key that is to be met by another may not be: missing, or no number.
inline bool meets_nothing(double x) { return std::isnan(x); }
inline bool meets_nothing(std::int32_t x) { return is_missing(x); }
inline bool meets_nothing(std::int64_t x) { return is_missing(x); }

}  // namespace idle
