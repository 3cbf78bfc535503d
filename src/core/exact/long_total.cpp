#include "exact/long_total.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace idle {

void Divider::set(std::uint64_t divisor) {
  if (divisor == divisor_) return;
  divisor_ = divisor;
  shift_ = __builtin_clzll(divisor);
  normal_ = divisor << shift_;
  inverse_ = static_cast<std::uint64_t>(~uint128{0} / normal_ - (uint128{1} << 64));
}

std::uint64_t Divider::divide(std::uint64_t& rest, std::uint64_t word) const {
  const std::uint64_t high = shift_ == 0 ? rest : rest << shift_ | word >> (64 - shift_);
  const std::uint64_t low = word << shift_;
  const uint128 guess = static_cast<uint128>(inverse_) * high + (static_cast<uint128>(high) << 64 | low);
  std::uint64_t quotient = static_cast<std::uint64_t>(guess >> 64) + 1;
  std::uint64_t left = low - quotient * normal_;
  if (left > static_cast<std::uint64_t>(guess)) {
    --quotient;
    left += normal_;
  }
  if (left >= normal_) {
    ++quotient;
    left -= normal_;
  }
  rest = left >> shift_;
  return quotient;
}

LongTotal::LongTotal(int bits) : size_(std::min(bits / 64 + 1, LongNumber::most_words)) {}

void LongTotal::add(int128 value, int shift) {
  const int part = shift % 64;
  const auto fill = static_cast<std::uint64_t>(value >> 127);
  const auto low = static_cast<std::uint64_t>(value);
  const auto high = static_cast<std::uint64_t>(value >> 64);
  const std::uint64_t parts[3] = {low << part, high << part | low >> 1 >> (63 - part),
                                  fill << part | high >> 1 >> (63 - part)};
  std::uint64_t carry = 0;
  int word = shift / 64;
  for (int k = 0; k < 3 && word < size_; ++k, ++word) {
    const uint128 sum = static_cast<uint128>(words_[word]) + parts[k] + carry;
    words_[word] = static_cast<std::uint64_t>(sum);
    carry = static_cast<std::uint64_t>(sum >> 64);
  }
  // From here on zero, or minus one, is added to each word: nothing changes once the carry says so.
  for (; word < size_ && carry != (fill & 1); ++word) {
    const uint128 sum = static_cast<uint128>(words_[word]) + fill + carry;
    words_[word] = static_cast<std::uint64_t>(sum);
    carry = static_cast<std::uint64_t>(sum >> 64);
  }
}

namespace {

void set_ends(LongNumber& x, int low, int high) {
  while (high > low && x.words[high - 1] == 0) --high;
  while (low < high && x.words[low] == 0) ++low;
  x.low = low;
  x.high = high;
}

}  // namespace

void LongTotal::magnitude(LongNumber& out) const {
  if (negative()) {
    std::uint64_t carry = 1;
    for (int i = 0; i < size_; ++i) {
      out.words[i] = ~words_[i] + carry;
      carry = carry != 0 && out.words[i] == 0 ? 1 : 0;
    }
  } else {
    std::copy(words_.begin(), words_.begin() + size_, out.words.begin());
  }
  set_ends(out, 0, size_);
}

BigInteger LongTotal::value() const {
  LongNumber x;
  magnitude(x);
  std::vector<std::uint32_t> digits;
  for (int i = 0; i < x.high; ++i) {
    const std::uint64_t word = i < x.low ? 0 : x.words[i];
    digits.push_back(static_cast<std::uint32_t>(word));
    digits.push_back(static_cast<std::uint32_t>(word >> 32));
  }
  return BigInteger::of_digits(digits, negative());
}

void square_of(const LongNumber& x, LongNumber& out) {
  const int low = std::min(2 * x.low, LongNumber::most_words);
  const int high = std::min(2 * x.high, LongNumber::most_words);
  std::fill(out.words.begin() + low, out.words.begin() + high, 0);
  for (int i = x.low; i < x.high; ++i) {
    if (x.words[i] == 0) continue;
    std::uint64_t carry = 0;
    for (int j = x.low; j < x.high && i + j < high; ++j) {
      const uint128 sum = static_cast<uint128>(x.words[i]) * x.words[j] + out.words[i + j] + carry;
      out.words[i + j] = static_cast<std::uint64_t>(sum);
      carry = static_cast<std::uint64_t>(sum >> 64);
    }
    if (i + x.high < high) out.words[i + x.high] = carry;
  }
  set_ends(out, low, high);
}

void multiple_less(const LongNumber& x, std::uint64_t factor, const LongNumber& y,
                   LongNumber& out) {
  const int low = std::min(x.low, y.high > y.low ? y.low : x.low);
  const int high = std::min(std::max(x.high + 1, y.high), LongNumber::most_words);
  std::uint64_t carry = 0, borrow = 0;
  for (int i = low; i < high; ++i) {
    const std::uint64_t here = i >= x.low && i < x.high ? x.words[i] : 0;
    const std::uint64_t less = i >= y.low && i < y.high ? y.words[i] : 0;
    const uint128 product = static_cast<uint128>(here) * factor + carry;
    carry = static_cast<std::uint64_t>(product >> 64);
    const uint128 rest = static_cast<uint128>(static_cast<std::uint64_t>(product)) - less - borrow;
    out.words[i] = static_cast<std::uint64_t>(rest);
    borrow = static_cast<std::uint64_t>(rest >> 64) & 1;
  }
  set_ends(out, low, high);
}

double rounded(const LongNumber& x, int exponent, const Divider& divisor) {
  if (x.high == x.low) return 0.0;
  // Four words from the top hold more than the quotient needs; of the others only whether there is
  // anything counts, and the lowest one is not zero.
  constexpr int window = 4;
  std::uint64_t quotient[window];
  std::uint64_t rest = 0;
  for (int k = 0; k < window; ++k) {
    const int at = x.high - 1 - k;
    quotient[k] = divisor.divide(rest, at >= x.low ? x.words[at] : 0);
  }
  bool more = rest != 0 || x.low < x.high - window;
  const int first = quotient[0] != 0 ? 0 : quotient[1] != 0 ? 1 : 2;
  const int up = __builtin_clzll(quotient[first]);
  const std::uint64_t next = quotient[first + 1];
  std::uint64_t top = up == 0 ? quotient[first] : quotient[first] << up | next >> (64 - up);
  more = more || (up == 0 ? next : next << up) != 0;
  for (int k = first + 2; k < window; ++k) more = more || quotient[k] != 0;
  // top * 2^scale, and a little more.
  const int scale = exponent + 64 * (x.high - 1 - first) - up;
  const int precision = std::min(53, scale + 63 + 1075);
  if (precision < 0) return 0.0;
  const int cut = 64 - precision;
  std::uint64_t kept = cut == 64 ? 0 : top >> cut;
  const std::uint64_t half = std::uint64_t{1} << (cut - 1), below = top & (half - 1);
  if ((top & half) != 0 && (more || below != 0 || (kept & 1) != 0)) ++kept;
  return std::ldexp(static_cast<double>(kept), scale + cut);
}

}  // namespace idle
