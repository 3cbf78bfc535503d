// Whole numbers of any size, for the last step of exact figures: one rounding of a true value.
#pragma once
#include <cstdint>
#include <limits>
#include <vector>

#include "base/int128.h"

namespace idle {

class BigInteger {
 public:
  BigInteger() = default;
  explicit BigInteger(int128 value);
  static BigInteger of_digits(const std::vector<std::uint32_t>& digits, bool negative);

  BigInteger operator*(const BigInteger& other) const;
  BigInteger operator-(const BigInteger& other) const;
  BigInteger operator+(const BigInteger& other) const;
  BigInteger shifted_up(int bits) const;
  // Divides the magnitude in place; the remainder comes back.
  std::uint64_t divide(std::uint64_t divisor);

  static int compare_magnitude(const BigInteger& a, const BigInteger& b);
  BigInteger magnitude() const;
  BigInteger opposite() const;
  bool negative() const { return negative_; }
  bool is_zero() const { return digits_.empty(); }
  int bit_length() const;
  bool bit(int at) const;
  bool any_below(int at) const;
  std::uint64_t bits_from(int at) const;

 private:
  void trim();
  static BigInteger add_magnitude(const BigInteger& a, const BigInteger& b);
  static BigInteger subtract_magnitude(const BigInteger& a, const BigInteger& b);

  bool negative_ = false;
  std::vector<std::uint32_t> digits_;  // lowest first, base 2^32
};

// value * 2^exponent / (divisor * divisor2), rounded once to the nearest double, ties to even.
double round_ratio(BigInteger value, int exponent, std::uint64_t divisor = 1,
                   std::uint64_t divisor2 = 1);

// numerator / denominator, rounded once to the nearest double.
double round_quotient(const BigInteger& numerator, const BigInteger& denominator);

// The same for 128 bits and results far from the edges of the range; falls back on the above.
double round_ratio(int128 value, int exponent, std::uint64_t divisor);

// The mean of weighted values of which some have no end, above or below.
inline double endless_mean(bool above, bool below, const BigInteger& weight) {
  const double endless = std::numeric_limits<double>::infinity();
  if (above && below) return std::numeric_limits<double>::quiet_NaN();
  return above != weight.negative() ? endless : -endless;
}

}  // namespace idle
