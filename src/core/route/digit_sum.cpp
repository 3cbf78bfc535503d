#include "route/digit_sum.h"

#include <algorithm>
#include <cmath>

namespace idle {

// Leaves every digit but the topmost between 0 and 2^32 - 1.
void DigitSum::carry() {
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

namespace {

// The sum's size divided by a count, digit by digit from the top, and rounded once, ties to even. A
// division and a rounding of its own, for a check of those that the figures go through.
double quotient_rounded(const std::uint32_t* digits, int n, int exponent, std::uint64_t count) {
  constexpr int wanted = 5;  // digits of the quotient: 128 bits and more from the first that is not zero
  std::uint32_t quotient[wanted];
  int found = 0;
  std::uint64_t rest = 0;
  int at = n;
  int place = exponent + 32 * n;
  while (found < wanted) {
    const std::uint32_t digit = at > 0 ? digits[--at] : 0;
    place -= 32;
    const std::uint64_t part = rest << 32 | digit;  // counts are below 2^31, and so is the rest
    const auto whole = static_cast<std::uint32_t>(part / count);
    rest = part % count;
    if (whole != 0 || found > 0) quotient[found++] = whole;
    if (at == 0 && rest == 0 && found == 0) return 0;
  }
  bool more = rest != 0;
  for (; at > 0; --at) more = more || digits[at - 1] != 0;
  uint128 top = 0;
  for (int k = 0; k < 4; ++k) top = top << 32 | quotient[k];
  more = more || quotient[4] != 0;
  place += 32;  // top stands at 2^place
  int length = 128;
  while (!(top >> (length - 1) & 1)) --length;
  const int kept = std::min(53, length + place + 1074);
  if (kept < 0) return 0;
  const int cut = length - kept;
  const uint128 half = static_cast<uint128>(1) << (cut - 1);
  const uint128 below = top & (half - 1 + half);
  auto result = static_cast<std::uint64_t>(kept == 0 ? 0 : top >> cut);
  if (below > half || (below == half && (more || (result & 1)))) ++result;
  return std::ldexp(static_cast<double>(result), place + cut);
}

}  // namespace

double DigitSum::divided(std::int64_t count) {
  carry();
  if (low_ > high_) return 0;
  const bool negative = digits_[high_] < 0;
  std::uint32_t digits[places + 1];
  int n = 0;
  std::int64_t borrow = 0;
  for (int d = low_; d <= high_; ++d) {
    const std::int64_t digit = (negative ? -digits_[d] : digits_[d]) + borrow;
    digits[n++] = static_cast<std::uint32_t>(digit);
    borrow = digit >> 32;
  }
  digits[n++] = static_cast<std::uint32_t>(borrow);
  const double size = quotient_rounded(digits, n, unit + 32 * low_, static_cast<std::uint64_t>(count));
  return negative && size != 0 ? -size : size;
}

void DigitSum::clear() {
  if (low_ <= high_) std::fill(digits_ + low_, digits_ + high_ + 1, 0);
  low_ = places;
  high_ = 0;
  waiting_ = 0;
}

}  // namespace idle
