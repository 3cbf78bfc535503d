#include "exact/wide_sum.h"

#include "column/column.h"

namespace idle {

void WideSum::add(int128 mantissa, int exponent) {
  if (mantissa == 0) return;
  const bool negative = mantissa < 0;
  auto rest = negative ? -static_cast<uint128>(mantissa) : static_cast<uint128>(mantissa);
  const int place = exponent - lowest;
  std::size_t digit = place / 32;
  reach_down_to(digit);
  digit -= base_;
  if (digits_.size() < digit + 6) digits_.resize(digit + 6, 0);
  const auto put = [&](std::uint64_t part) {
    digits_[digit++] +=
        negative ? -static_cast<std::int64_t>(part) : static_cast<std::int64_t>(part);
  };
  const int shift = place % 32;
  std::uint64_t carry = 0;
  for (; rest != 0 || carry != 0; rest >>= 32) {
    carry |= static_cast<std::uint64_t>(static_cast<std::uint32_t>(rest)) << shift;
    put(carry & 0xFFFFFFFFu);
    carry >>= 32;
  }
  if (++waiting_ == 1 << 29) settle();
}

void WideSum::add(const WideSum& other) {
  WideSum copy = other;
  copy.settle();
  if (copy.digits_.empty()) return;
  settle();
  reach_down_to(copy.base_);
  const std::size_t up = copy.base_ - base_;
  if (digits_.size() < up + copy.digits_.size()) digits_.resize(up + copy.digits_.size(), 0);
  for (std::size_t i = 0; i < copy.digits_.size(); ++i) digits_[up + i] += copy.digits_[i];
  waiting_ = 2;
}

void WideSum::reach_down_to(std::size_t digit) {
  if (digits_.empty()) base_ = digit;
  if (digit >= base_) return;
  digits_.insert(digits_.begin(), base_ - digit, 0);
  base_ = digit;
}

void WideSum::add(double x) {
  const Parts parts = parts_of(bits_of(x));
  add(parts.mantissa, parts.exponent);
}

// Leaves every digit but the last between 0 and 2^32 - 1.
void WideSum::settle() {
  waiting_ = 1;
  if (digits_.empty()) return;
  if (digits_.back() > INT64_C(0x3FFFFFFF) || digits_.back() < -INT64_C(0x3FFFFFFF)) {
    digits_.push_back(0);
  }
  std::int64_t carry = 0;
  for (std::size_t i = 0; i + 1 < digits_.size(); ++i) {
    const std::int64_t digit = digits_[i] + carry;
    carry = digit >> 32;
    digits_[i] = digit & INT64_C(0xFFFFFFFF);
  }
  digits_.back() += carry;
}

void WideSum::save(StateWriter& to) const {
  WideSum copy = *this;
  copy.settle();
  to.put(static_cast<std::uint32_t>(copy.base_));
  to.put(static_cast<std::uint32_t>(copy.digits_.size()));
  to.put_all(copy.digits_.data(), copy.digits_.size());
}

void WideSum::load(StateReader& from) {
  constexpr std::uint32_t most = 160;  // digits that products of any doubles need
  base_ = from.get_within<std::uint32_t>(0, most);
  digits_.resize(from.get_within<std::uint32_t>(0, most));
  from.get_all(digits_.data(), digits_.size());
  for (std::size_t i = 0; i < digits_.size(); ++i) {
    const std::int64_t digit = digits_[i];
    const bool last = i + 1 == digits_.size();
    if (digit >= INT64_C(1) << 32 || digit < (last ? -(INT64_C(1) << 32) : 0)) throw BadState("a digit in it is none");
  }
  waiting_ = 2;
}

BigInteger WideSum::value() const {
  WideSum copy = *this;
  copy.digits_.resize(copy.digits_.size() + 2, 0);
  copy.settle();
  const bool negative = !copy.digits_.empty() && copy.digits_.back() < 0;
  if (negative) {
    for (auto& digit : copy.digits_) digit = -digit;
    copy.settle();
  }
  std::vector<std::uint32_t> digits(base_, 0);
  for (const auto digit : copy.digits_) digits.push_back(static_cast<std::uint32_t>(digit));
  return BigInteger::of_digits(digits, negative);
}

}  // namespace idle
