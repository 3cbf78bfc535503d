// An exact sum of one run of doubles, value after value: digits of 32 bits for every place that a
// double can have, carried now and then.
#pragma once
#include <cstdint>
#include <cstring>

#include "big_integer.h"

namespace idle {

class RunSum {
 public:
  // x is finite.
  void add(double x) {
    std::uint64_t bits;
    std::memcpy(&bits, &x, sizeof bits);
    const int field = static_cast<int>(bits >> 52 & 0x7FF);
    std::uint64_t mantissa = bits & 0xFFFFFFFFFFFFFull;
    if (field != 0) mantissa |= std::uint64_t{1} << 52;
    const int place = field == 0 ? 0 : field - 1, digit = place >> 5, shift = place & 31;
    const auto low = static_cast<std::int64_t>(mantissa << shift & 0xFFFFFFFFull);
    const auto high = static_cast<std::int64_t>(mantissa >> (32 - shift));
    const std::int64_t sign = bits >> 63 ? -1 : 1;
    digits_[digit] += sign * low;
    digits_[digit + 1] += sign * high;
    low_ = digit < low_ ? digit : low_;
    high_ = digit + 1 > high_ ? digit + 1 : high_;
    if (++waiting_ == most_waiting) carry();
  }
  // The sum divided by a count, rounded once.
  double divided(std::int64_t count);
  void clear();

 private:
  void carry();
  // High parts have up to 53 bits each.
  static constexpr int most_waiting = 500;
  static constexpr int places = 68;
  static constexpr int unit = -1074;
  std::int64_t digits_[places] = {};
  int low_ = places, high_ = 0, waiting_ = 0;
};

}  // namespace idle
