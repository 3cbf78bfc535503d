#include "exact/big_integer.h"

#include <algorithm>
#include <cmath>
#include <cstring>

namespace idle {

BigInteger::BigInteger(int128 value) : negative_(value < 0) {
  auto magnitude = negative_ ? -static_cast<uint128>(value) : static_cast<uint128>(value);
  for (; magnitude != 0; magnitude >>= 32) digits_.push_back(static_cast<std::uint32_t>(magnitude));
}

BigInteger BigInteger::of_digits(const std::vector<std::uint32_t>& digits, bool negative) {
  BigInteger value;
  value.digits_ = digits;
  value.negative_ = negative;
  value.trim();
  return value;
}

void BigInteger::trim() {
  while (!digits_.empty() && digits_.back() == 0) digits_.pop_back();
  if (digits_.empty()) negative_ = false;
}

int BigInteger::compare_magnitude(const BigInteger& a, const BigInteger& b) {
  if (a.digits_.size() != b.digits_.size()) return a.digits_.size() < b.digits_.size() ? -1 : 1;
  for (std::size_t i = a.digits_.size(); i-- > 0;) {
    if (a.digits_[i] != b.digits_[i]) return a.digits_[i] < b.digits_[i] ? -1 : 1;
  }
  return 0;
}

BigInteger BigInteger::add_magnitude(const BigInteger& a, const BigInteger& b) {
  BigInteger sum;
  std::uint64_t carry = 0;
  for (std::size_t i = 0; i < std::max(a.digits_.size(), b.digits_.size()) || carry; ++i) {
    if (i < a.digits_.size()) carry += a.digits_[i];
    if (i < b.digits_.size()) carry += b.digits_[i];
    sum.digits_.push_back(static_cast<std::uint32_t>(carry));
    carry >>= 32;
  }
  return sum;
}

BigInteger BigInteger::subtract_magnitude(const BigInteger& a, const BigInteger& b) {
  BigInteger rest;
  std::int64_t borrow = 0;
  for (std::size_t i = 0; i < a.digits_.size(); ++i) {
    std::int64_t digit = static_cast<std::int64_t>(a.digits_[i]) - borrow;
    if (i < b.digits_.size()) digit -= b.digits_[i];
    borrow = digit < 0 ? 1 : 0;
    rest.digits_.push_back(static_cast<std::uint32_t>(digit));
  }
  rest.trim();
  return rest;
}

BigInteger BigInteger::operator+(const BigInteger& other) const {
  BigInteger result;
  if (negative_ == other.negative_) {
    result = add_magnitude(*this, other);
    result.negative_ = negative_;
  } else if (compare_magnitude(*this, other) >= 0) {
    result = subtract_magnitude(*this, other);
    result.negative_ = negative_;
  } else {
    result = subtract_magnitude(other, *this);
    result.negative_ = other.negative_;
  }
  result.trim();
  return result;
}

BigInteger BigInteger::operator-(const BigInteger& other) const { return *this + other.opposite(); }

BigInteger BigInteger::opposite() const {
  BigInteger result = *this;
  if (!is_zero()) result.negative_ = !negative_;
  return result;
}

BigInteger BigInteger::magnitude() const { return negative_ ? opposite() : *this; }

BigInteger BigInteger::operator*(const BigInteger& other) const {
  BigInteger product;
  product.digits_.assign(digits_.size() + other.digits_.size(), 0);
  for (std::size_t i = 0; i < digits_.size(); ++i) {
    std::uint64_t carry = 0;
    for (std::size_t j = 0; j < other.digits_.size() || carry; ++j) {
      const std::uint64_t b = j < other.digits_.size() ? other.digits_[j] : 0;
      carry += product.digits_[i + j] + static_cast<std::uint64_t>(digits_[i]) * b;
      product.digits_[i + j] = static_cast<std::uint32_t>(carry);
      carry >>= 32;
    }
  }
  product.negative_ = negative_ != other.negative_;
  product.trim();
  return product;
}

BigInteger BigInteger::shifted_up(int bits) const {
  BigInteger result;
  result.digits_.assign(bits / 32, 0);
  const int part = bits % 32;
  std::uint64_t carry = 0;
  for (const std::uint32_t digit : digits_) {
    carry |= static_cast<std::uint64_t>(digit) << part;
    result.digits_.push_back(static_cast<std::uint32_t>(carry));
    carry >>= 32;
  }
  result.digits_.push_back(static_cast<std::uint32_t>(carry));
  result.negative_ = negative_;
  result.trim();
  return result;
}

std::uint64_t BigInteger::divide(std::uint64_t divisor) {
  uint128 rest = 0;
  for (std::size_t i = digits_.size(); i-- > 0;) {
    rest = rest << 32 | digits_[i];
    digits_[i] = static_cast<std::uint32_t>(rest / divisor);
    rest %= divisor;
  }
  const bool was_negative = negative_;
  trim();
  if (!digits_.empty()) negative_ = was_negative;
  return static_cast<std::uint64_t>(rest);
}

int BigInteger::bit_length() const {
  if (digits_.empty()) return 0;
  return static_cast<int>(digits_.size()) * 32 - __builtin_clz(digits_.back());
}

bool BigInteger::bit(int at) const {
  const std::size_t digit = at / 32;
  return digit < digits_.size() && (digits_[digit] >> at % 32 & 1u);
}

bool BigInteger::any_below(int at) const {
  for (std::size_t i = 0; i < digits_.size() && static_cast<int>(i) * 32 < at; ++i) {
    const int width = std::min(32, at - static_cast<int>(i) * 32);
    const std::uint32_t mask = width == 32 ? ~0u : (1u << width) - 1;
    if (digits_[i] & mask) return true;
  }
  return false;
}

std::uint64_t BigInteger::bits_from(int at) const {
  const std::size_t digit = at / 32;
  uint128 bits = 0;
  for (std::size_t k = 3; k-- > 0;) {
    bits = bits << 32 | (digit + k < digits_.size() ? digits_[digit + k] : 0u);
  }
  return static_cast<std::uint64_t>(bits >> at % 32);
}

namespace {

// quotient * 2^exponent, with `rest` saying that a part below the last bit was cut off.
double round_once(const BigInteger& quotient, int exponent, bool rest) {
  const int length = quotient.bit_length();
  const int leading = length - 1 + exponent;
  const int precision = std::min({53, leading + 1075, length});
  if (precision < 0) return quotient.negative() ? -0.0 : 0.0;
  const int cut = length - precision;
  std::uint64_t kept = quotient.bits_from(cut);
  if (cut > 0 && quotient.bit(cut - 1)) {
    const bool more = rest || quotient.any_below(cut - 1);
    if (more || (kept & 1u)) ++kept;
  }
  const double magnitude = std::ldexp(static_cast<double>(kept), cut + exponent);
  return quotient.negative() ? -magnitude : magnitude;
}

}  // namespace

double round_ratio(BigInteger value, int exponent, std::uint64_t divisor, std::uint64_t divisor2) {
  if (value.is_zero()) return 0.0;
  const int wanted = 2 * 64 + 66;
  const int up = std::max(0, wanted - value.bit_length());
  value = value.shifted_up(up);
  bool rest = divisor != 1 && value.divide(divisor) != 0;
  rest = (divisor2 != 1 && value.divide(divisor2) != 0) || rest;
  const double result = round_once(value, exponent - up, rest);
  return result == 0 ? 0.0 : result;
}

namespace {

// A little less than a / b as m * 2^shift, with m below 2^31; at least 1. a is not less than b.
std::uint64_t quotient_below(const BigInteger& a, const BigInteger& b, int& shift) {
  const int a_cut = std::max(0, a.bit_length() - 64), b_cut = std::max(0, b.bit_length() - 64);
  const double ratio =
      static_cast<double>(a.bits_from(a_cut)) / static_cast<double>(b.bits_from(b_cut));
  shift = std::max(0, std::ilogb(ratio) + a_cut - b_cut - 30);
  const double below = std::ldexp(ratio * (1 - 1e-12), a_cut - b_cut - shift);
  return std::max<std::uint64_t>(1, static_cast<std::uint64_t>(below));
}

}  // namespace

// Long division, some thirty bits at a time, to eight bits more than a double holds.
double round_quotient(const BigInteger& numerator, const BigInteger& denominator) {
  if (numerator.is_zero()) return 0.0;
  constexpr int wanted = 64;
  const BigInteger divisor = denominator.magnitude();
  const int up = std::max(0, wanted + divisor.bit_length() - numerator.bit_length());
  BigInteger rest = numerator.magnitude().shifted_up(up);
  BigInteger quotient;
  while (BigInteger::compare_magnitude(rest, divisor) >= 0) {
    int shift;
    const auto digit = BigInteger(static_cast<int128>(quotient_below(rest, divisor, shift)));
    rest = rest - (divisor * digit).shifted_up(shift);
    quotient = quotient + digit.shifted_up(shift);
  }
  if (numerator.negative() != denominator.negative()) quotient = quotient.opposite();
  const double result = round_once(quotient, -up, !rest.is_zero());
  return result == 0 ? 0.0 : result;
}

namespace {

// Exact where neither the power nor the product leaves the range of doubles in full width.
double times_power_of_two(double x, int power) {
  const std::uint64_t bits = static_cast<std::uint64_t>(power + 1023) << 52;
  double factor;
  std::memcpy(&factor, &bits, sizeof factor);
  return x * factor;
}

int leading_zeros(uint128 x) {
  const auto high = static_cast<std::uint64_t>(x >> 64);
  return high != 0 ? __builtin_clzll(high) : 64 + __builtin_clzll(static_cast<std::uint64_t>(x));
}

// The nearest double; bits beyond the first 64 matter only in that there are some.
double rounded_whole(uint128 x) {
  const auto high = static_cast<std::uint64_t>(x >> 64);
  if (high == 0) return static_cast<double>(static_cast<std::uint64_t>(x));
  const int up = __builtin_clzll(high);
  const uint128 whole = x << up;
  const std::uint64_t rest = static_cast<std::uint64_t>(whole) != 0;
  return times_power_of_two(static_cast<double>(static_cast<std::uint64_t>(whole >> 64) | rest), 64 - up);
}

}  // namespace

double round_ratio(int128 value, int exponent, std::uint64_t divisor) {
  if (value == 0) return 0.0;
  const bool negative = value < 0;
  const uint128 magnitude = negative ? -static_cast<uint128>(value) : static_cast<uint128>(value);
  if (exponent < -900 || exponent > 700 || divisor >> 60 || magnitude >> 120) {
    return round_ratio(BigInteger(value), exponent, divisor, 1);
  }
  const auto scaled = [&](uint128 whole, int by) {
    const double result = times_power_of_two(rounded_whole(whole), by);
    return negative ? -result : result;
  };
  if (divisor == 1) return scaled(magnitude, exponent);
  // The first 64 bits by a small divisor: enough bits of the quotient, and whether anything is left behind them.
  if (divisor <= 256) {
    const int up = leading_zeros(magnitude);
    const uint128 whole = magnitude << up;
    const auto top = static_cast<std::uint64_t>(whole >> 64);
    const bool rest = top % divisor != 0 || static_cast<std::uint64_t>(whole) != 0;
    return scaled(top / divisor | (rest ? 1 : 0), exponent + 64 - up);
  }
  uint128 quotient = magnitude / divisor;
  uint128 rest = magnitude % divisor;
  int scale = exponent;
  if (quotient >> 56 == 0) {
    rest <<= 60;
    quotient = quotient << 60 | rest / divisor;
    rest %= divisor;
    scale -= 60;
  }
  if (quotient >> 55 == 0) return round_ratio(BigInteger(value), exponent, divisor, 1);
  if (rest != 0) quotient |= 1;
  return scaled(quotient, scale);
}

}  // namespace idle
