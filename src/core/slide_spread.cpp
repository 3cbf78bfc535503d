// Moving variances and weighted means, from exact sums of values, squares and products in a unit of
// the group's own; each answer is the true value, rounded once (sd: then its root).
#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

#include "slide_local.h"
#include "wide_sum.h"

namespace idle {

namespace {

// A sum of products of two 64-bit numbers at different shifts, in 320 bits of two's complement.
class LongTotal {
 public:
  void add(int128 value, int shift) {
    std::size_t word = shift / 64;
    const int part = shift % 64;
    const auto fill = static_cast<std::uint64_t>(value >> 127);
    const auto low = static_cast<std::uint64_t>(value);
    const auto high = static_cast<std::uint64_t>(value >> 64);
    const std::uint64_t parts[3] = {low << part, high << part | low >> 1 >> (63 - part),
                                    fill << part | high >> 1 >> (63 - part)};
    uint128 carry = 0;
    for (std::size_t k = 0; word < words_.size(); ++word, ++k) {
      carry += static_cast<uint128>(words_[word]) + (k < 3 ? parts[k] : fill);
      words_[word] = static_cast<std::uint64_t>(carry);
      carry >>= 64;
    }
  }
  BigInteger value() const {
    const bool negative = words_.back() >> 63;
    std::vector<std::uint32_t> digits;
    std::uint64_t carry = negative ? 1 : 0;
    for (std::uint64_t word : words_) {
      if (negative) {
        word = ~word + carry;
        carry = carry != 0 && word == 0 ? 1 : 0;
      }
      digits.push_back(static_cast<std::uint32_t>(word));
      digits.push_back(static_cast<std::uint32_t>(word >> 32));
    }
    return BigInteger::of_digits(digits, negative);
  }
  static constexpr int most_bits = 300;

 private:
  std::array<std::uint64_t, 5> words_{};
};

// Values as whole numbers of a unit: the least exponent among them, and how many bits they span.
struct Unit {
  int exponent = 0;
  int span = 0;
};

Parts parts_at(const LocalRows& rows, std::size_t at) {
  if (rows.numbers.empty()) return {rows.wholes[at], 0};
  return parts_of(bits_of(rows.numbers[at]));
}

template <typename PartsAt>
Unit unit_of(const LocalRows& rows, const PartsAt& parts_of_row) {
  int low = 10000, high = -10000;
  for (std::size_t at = 0; at < rows.size; ++at) {
    if (!rows.takes(at)) continue;
    const Parts parts = parts_of_row(at);
    if (parts.mantissa == 0) continue;
    low = std::min(low, parts.exponent);
    high = std::max(high, parts.exponent);
  }
  return high < low ? Unit{} : Unit{low, high - low};
}

bool is_plain(const LocalRows& rows, std::size_t at) {
  return rows.numbers.empty() || std::isfinite(rows.numbers[at]);
}

class SpreadSlider {
 public:
  SpreadSlider(const LocalRows& rows, Unit unit) : rows_(rows), unit_(unit.exponent) {
    const std::string& name = rows.figure->name;
    less_ = name == "var_pop" || name == "sd_pop" ? 0 : 1;
    root_ = name == "sd" || name == "sd_pop";
  }
  void add(std::size_t at) { change(at, 1); }
  void remove(std::size_t at) { change(at, -1); }
  double value(std::size_t, std::int64_t n) const {
    if (n <= less_) return missing_number();
    if (odd_ > 0) return std::numeric_limits<double>::quiet_NaN();
    const BigInteger sum = sum_.value();
    const double variance =
        round_ratio(squares_.value() * BigInteger(n) - sum * sum, 2 * unit_,
                    static_cast<std::uint64_t>(n), static_cast<std::uint64_t>(n - less_));
    return root_ ? std::sqrt(variance) : variance;
  }

 private:
  void change(std::size_t at, int sign) {
    if (!is_plain(rows_, at)) {
      odd_ += sign;
      return;
    }
    const Parts parts = parts_at(rows_, at);
    if (parts.mantissa == 0) return;
    const int shift = parts.exponent - unit_;
    sum_.add(sign * static_cast<int128>(parts.mantissa), shift);
    squares_.add(sign * static_cast<int128>(parts.mantissa) * parts.mantissa, 2 * shift);
  }
  const LocalRows& rows_;
  int unit_;
  std::int64_t less_, odd_ = 0;
  bool root_;
  LongTotal sum_, squares_;
};

class WeightedSlider {
 public:
  WeightedSlider(const LocalRows& rows, Unit values, Unit weights)
      : rows_(rows), unit_(values.exponent), weight_unit_(weights.exponent) {}
  void add(std::size_t at) { change(at, 1); }
  void remove(std::size_t at) { change(at, -1); }
  double value(std::size_t, std::int64_t) const {
    if (odd_ > 0) return std::numeric_limits<double>::quiet_NaN();
    const BigInteger weight = weights_.value();
    if (weight.is_zero()) return missing_number();
    const BigInteger products = products_.value();
    return unit_ >= 0 ? round_quotient(products.shifted_up(unit_), weight)
                      : round_quotient(products, weight.shifted_up(-unit_));
  }

 private:
  void change(std::size_t at, int sign) {
    if (!is_plain(rows_, at) || !std::isfinite(rows_.weights[at])) {
      odd_ += sign;
      return;
    }
    const Parts x = parts_at(rows_, at), w = parts_of(bits_of(rows_.weights[at]));
    const int weight_shift = w.mantissa == 0 ? 0 : w.exponent - weight_unit_;
    weights_.add(sign * static_cast<int128>(w.mantissa), weight_shift);
    if (x.mantissa == 0 || w.mantissa == 0) return;
    products_.add(sign * static_cast<int128>(x.mantissa) * w.mantissa,
                  x.exponent - unit_ + weight_shift);
  }
  const LocalRows& rows_;
  int unit_, weight_unit_;
  std::int64_t odd_ = 0;
  LongTotal weights_, products_;
};

// Where values span too many bits for the long totals, each frame is worked from the start.
template <typename Work>
void work_each_frame(const LocalRows& rows, double* answers, const Work& work) {
  for (std::size_t at = 0; at < rows.size; ++at) {
    const std::int32_t n = rows.filled(at);
    answers[at] = n == 0 || !rows.shown(at) ? missing_number() : work(at, n);
  }
}

double spread_of(const LocalRows& rows, std::size_t at, std::int64_t n) {
  const std::string& name = rows.figure->name;
  const std::int64_t less = name == "var_pop" || name == "sd_pop" ? 0 : 1;
  if (n <= less) return missing_number();
  WideSum sum, squares;
  for (std::int32_t i = rows.bounds.low(at); i < rows.bounds.high(at); ++i) {
    if (!rows.takes(i)) continue;
    if (!is_plain(rows, i)) return std::numeric_limits<double>::quiet_NaN();
    const Parts parts = parts_at(rows, i);
    sum.add(parts.mantissa, parts.exponent);
    squares.add(static_cast<int128>(parts.mantissa) * parts.mantissa, 2 * parts.exponent);
  }
  const BigInteger total = sum.value();
  const BigInteger all = squares.value().shifted_up(-WideSum::lowest);
  const double variance =
      round_ratio(all * BigInteger(n) - total * total, 2 * WideSum::lowest,
                  static_cast<std::uint64_t>(n), static_cast<std::uint64_t>(n - less));
  return name == "sd" || name == "sd_pop" ? std::sqrt(variance) : variance;
}

double weighted_of(const LocalRows& rows, std::size_t at) {
  WideSum weights, products;
  for (std::int32_t i = rows.bounds.low(at); i < rows.bounds.high(at); ++i) {
    if (!rows.takes(i)) continue;
    if (!is_plain(rows, i) || !std::isfinite(rows.weights[i])) {
      return std::numeric_limits<double>::quiet_NaN();
    }
    const Parts x = parts_at(rows, i), w = parts_of(bits_of(rows.weights[i]));
    weights.add(w.mantissa, w.exponent);
    products.add(static_cast<int128>(x.mantissa) * w.mantissa, x.exponent + w.exponent);
  }
  const BigInteger weight = weights.value();
  return weight.is_zero() ? missing_number() : round_quotient(products.value(), weight);
}

int bits_for(std::size_t n) { return 64 - __builtin_clzll(n | 1); }

}  // namespace

void slide_spread(const LocalRows& rows, double* answers) {
  const Unit unit = unit_of(rows, [&](std::size_t at) {
    return is_plain(rows, at) ? parts_at(rows, at) : Parts{0, 0};
  });
  if (2 * (64 + unit.span) + bits_for(rows.size) > LongTotal::most_bits) {
    return work_each_frame(rows, answers,
                           [&](std::size_t at, std::int64_t n) { return spread_of(rows, at, n); });
  }
  SpreadSlider slider(rows, unit);
  move_over(rows, slider, answers);
}

void slide_weighted(const LocalRows& rows, double* answers) {
  const Unit unit = unit_of(rows, [&](std::size_t at) {
    return is_plain(rows, at) ? parts_at(rows, at) : Parts{0, 0};
  });
  const Unit weights = unit_of(rows, [&](std::size_t at) {
    return std::isfinite(rows.weights[at]) ? parts_of(bits_of(rows.weights[at])) : Parts{0, 0};
  });
  if (128 + unit.span + weights.span + bits_for(rows.size) > LongTotal::most_bits) {
    return work_each_frame(rows, answers,
                           [&](std::size_t at, std::int64_t) { return weighted_of(rows, at); });
  }
  WeightedSlider slider(rows, unit, weights);
  move_over(rows, slider, answers);
}

}  // namespace idle
