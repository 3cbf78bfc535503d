#include "run_sum.h"

#include <algorithm>
#include <vector>

namespace idle {

// Leaves every digit but the topmost between 0 and 2^32 - 1.
void RunSum::carry() {
  waiting_ = 0;
  if (low_ > high_) return;
  for (int d = low_; d < high_; ++d) {
    digits_[d + 1] += digits_[d] >> 32;
    digits_[d] &= INT64_C(0xFFFFFFFF);
  }
  constexpr std::int64_t room = std::int64_t{1} << 31;
  if ((digits_[high_] >= room || digits_[high_] < -room) && high_ + 1 < places) {
    digits_[high_ + 1] = digits_[high_] >> 32;
    digits_[high_] &= INT64_C(0xFFFFFFFF);
    ++high_;
  }
}

double RunSum::divided(std::int64_t count) {
  carry();
  if (low_ > high_) return 0;
  const int exponent = unit + 32 * low_;
  if (high_ - low_ <= 2) {
    int128 value = digits_[high_];
    for (int d = high_ - 1; d >= low_; --d) value = value * (int128{1} << 32) + digits_[d];
    return round_ratio(value, exponent, static_cast<std::uint64_t>(count));
  }
  const bool negative = digits_[high_] < 0;
  std::vector<std::uint32_t> digits;
  std::int64_t borrow = 0;
  for (int d = low_; d <= high_; ++d) {
    const std::int64_t digit = (negative ? -digits_[d] : digits_[d]) + borrow;
    digits.push_back(static_cast<std::uint32_t>(digit));
    borrow = digit >> 32;
  }
  digits.push_back(static_cast<std::uint32_t>(borrow));
  return round_ratio(BigInteger::of_digits(digits, negative), exponent,
                     static_cast<std::uint64_t>(count));
}

void RunSum::clear() {
  if (low_ <= high_) std::fill(digits_ + low_, digits_ + high_ + 1, 0);
  low_ = places;
  high_ = 0;
  waiting_ = 0;
}

}  // namespace idle
