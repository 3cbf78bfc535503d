// A sum that holds any doubles, or any products of two doubles, without loss.
#pragma once
#include <cstdint>
#include <vector>

#include "base/state_bytes.h"
#include "exact/big_integer.h"

namespace idle {

class WideSum {
 public:
  // Adds mantissa * 2^exponent.
  void add(int128 mantissa, int exponent);
  void add(const WideSum& other);
  void add(double x);
  BigInteger value() const;  // in units of 2^lowest
  static constexpr int lowest = -2176;
  void save(StateWriter& to) const;
  void load(StateReader& from);

 private:
  void settle();
  void reach_down_to(std::size_t digit);
  std::vector<std::int64_t> digits_;  // base 2^32, each with room for carries
  std::size_t base_ = 0;              // the place of the first of them
  std::int32_t waiting_ = 0;
};

// A finite double as mantissa * 2^exponent.
struct Parts {
  std::int64_t mantissa;
  int exponent;
};

inline Parts parts_of(std::uint64_t bits) {
  const int field = static_cast<int>(bits >> 52 & 0x7FF);
  std::int64_t mantissa = static_cast<std::int64_t>(bits & 0xFFFFFFFFFFFFFull);
  if (field != 0) mantissa |= std::int64_t{1} << 52;
  return {bits >> 63 ? -mantissa : mantissa, (field == 0 ? 1 : field) - 1075};
}

}  // namespace idle
