// Exact totals of fixed room, for figures that move: what is added can be taken away again, and no
// memory is asked for on the way. Words that hold nothing are passed over, so that a value of unlike
// size costs only the words that it fills.
#pragma once
#include <array>
#include <cstdint>

#include "exact/big_integer.h"

namespace idle {

// A whole number without a sign: words low (inclusive) to high (exclusive), of which the last is not
// zero; none at all for zero.
struct LongNumber {
  static constexpr int most_words = 72;
  std::array<std::uint64_t, most_words> words;
  int low = 0, high = 0;
};

// Divides by the same number again and again (N. Möller and T. Granlund, Improved division by
// invariant integers, IEEE Transactions on Computers 60, 2011).
class Divider {
 public:
  void set(std::uint64_t divisor);
  std::uint64_t divisor() const { return divisor_; }
  // The quotient of (rest, word) and the new rest, for a rest below the divisor.
  std::uint64_t divide(std::uint64_t& rest, std::uint64_t word) const;

 private:
  std::uint64_t divisor_ = 1, normal_ = std::uint64_t{1} << 63, inverse_ = ~std::uint64_t{0};
  int shift_ = 63;
};

class LongTotal {
 public:
  LongTotal() = default;
  // Room for totals of so many bits besides the sign, at most 4500.
  explicit LongTotal(int bits);
  // Adds value * 2^shift.
  void add(int128 value, int shift);
  bool negative() const { return words_[size_ - 1] >> 63; }
  void magnitude(LongNumber& out) const;
  BigInteger value() const;

 private:
  std::array<std::uint64_t, LongNumber::most_words> words_{};
  int size_ = 1;
};

void square_of(const LongNumber& x, LongNumber& out);
// x * factor - y, which is not below zero.
void multiple_less(const LongNumber& x, std::uint64_t factor, const LongNumber& y, LongNumber& out);

// x * 2^exponent / divisor, rounded once to the nearest double, ties to even.
double rounded(const LongNumber& x, int exponent, const Divider& divisor);

}  // namespace idle
