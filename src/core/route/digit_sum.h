// An exact sum of one run of doubles, value after value: digits of 32 bits for every place that a
// double can have, carried now and then.
#pragma once
#include <cstdint>
#include <cstring>

#include "exact/big_integer.h"

namespace idle {

class DigitSum {
 public:
  // x is finite.
  void add(double x) { add_all(&x, 1); }
  // Finite values, at most `most_waiting` of them.
  void add_all(const double* x, std::size_t n) {
    if (waiting_ + static_cast<int>(n) > most_waiting) carry();
    waiting_ += static_cast<int>(n);
    int least = places, greatest = 0;
    for (std::size_t i = 0; i < n; ++i) {
      std::uint64_t bits;
      std::memcpy(&bits, &x[i], sizeof bits);
      const int field = static_cast<int>(bits >> 52 & 0x7FF);
      const std::uint64_t implied = field != 0;
      const std::uint64_t mantissa = (bits & 0xFFFFFFFFFFFFFull) | implied << 52;
      const int place = field - static_cast<int>(implied), digit = place >> 5, shift = place & 31;
      const std::int64_t sign = static_cast<std::int64_t>(bits) >> 63;
      const auto low = static_cast<std::int64_t>(mantissa << shift & 0xFFFFFFFFull);
      const auto high = static_cast<std::int64_t>(mantissa >> (32 - shift));
      digits_[digit] += (low ^ sign) - sign;
      digits_[digit + 1] += (high ^ sign) - sign;
      least = digit < least ? digit : least;
      greatest = digit > greatest ? digit : greatest;
    }
    low_ = least < low_ ? least : low_;
    high_ = greatest + 1 > high_ ? greatest + 1 : high_;
  }
  // The sum divided by a count, rounded once.
  double divided(std::int64_t count);
  void clear();

  // High parts have up to 53 bits each.
  static constexpr int most_waiting = 500;

 private:
  void carry();
  static constexpr int places = 68;
  static constexpr int unit = -1074;
  std::int64_t digits_[places] = {};
  int low_ = places, high_ = 0, waiting_ = 0;
};

}  // namespace idle
