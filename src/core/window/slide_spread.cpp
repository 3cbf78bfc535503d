// Moving variances and weighted means, from exact sums of values, squares and products in a unit of
// the group's own; each answer is the true value, rounded once (sd: then its root).
#include <algorithm>
#include <cmath>
#include <limits>

#include "exact/long_total.h"
#include "exact/wide_sum.h"
#include "window/slide_local.h"

namespace idle {

namespace {

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

int bits_for(std::size_t n) { return 64 - __builtin_clzll(n | 1); }

class SpreadSlider {
 public:
  SpreadSlider(const LocalRows& rows, Unit unit)
      : rows_(rows),
        unit_(unit.exponent),
        sum_(64 + unit.span + bits_for(rows.size)),
        squares_(2 * (64 + unit.span) + bits_for(rows.size)) {
    const std::string& name = rows.figure->name;
    less_ = name == "var_pop" || name == "sd_pop" ? 0 : 1;
    root_ = name == "sd" || name == "sd_pop";
  }
  void add(std::size_t at) { change(at, 1); }
  void remove(std::size_t at) { change(at, -1); }
  double value(std::size_t, std::int64_t n) {
    if (n <= less_) return missing_number();
    if (odd_ > 0) return std::numeric_limits<double>::quiet_NaN();
    LongNumber sum, squares, square, numerator;
    sum_.magnitude(sum);
    squares_.magnitude(squares);
    square_of(sum, square);
    multiple_less(squares, static_cast<std::uint64_t>(n), square, numerator);
    divider_.set(static_cast<std::uint64_t>(n) * static_cast<std::uint64_t>(n - less_));
    const double variance = rounded(numerator, 2 * unit_, divider_);
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
  Divider divider_;
};

class WeightedSlider {
 public:
  WeightedSlider(const LocalRows& rows, Unit values, Unit weights)
      : rows_(rows),
        unit_(values.exponent),
        weight_unit_(weights.exponent),
        weights_(64 + weights.span + bits_for(rows.size)),
        products_(128 + values.span + weights.span + bits_for(rows.size)) {}
  void add(std::size_t at) { change(at, 1); }
  void remove(std::size_t at) { change(at, -1); }
  double value(std::size_t, std::int64_t) const {
    if (no_numbers_ > 0) return std::numeric_limits<double>::quiet_NaN();
    const BigInteger weight = weights_.value();
    if (weight.is_zero()) return missing_number();
    if (above_ + below_ > 0) return endless_mean(above_ > 0, below_ > 0, weight);
    const BigInteger products = products_.value();
    return unit_ >= 0 ? round_quotient(products.shifted_up(unit_), weight)
                      : round_quotient(products, weight.shifted_up(-unit_));
  }

 private:
  void change(std::size_t at, int sign) {
    const double own = rows_.weights[at];
    const bool plain = is_plain(rows_, at);
    if (!plain || !std::isfinite(own)) {
      const double product = std::isfinite(own) ? rows_.numbers[at] * own : NAN;
      (std::isnan(product) ? no_numbers_ : product > 0 ? above_ : below_) += sign;
      if (!std::isfinite(own)) return;
    }
    const Parts w = parts_of(bits_of(own));
    const int weight_shift = w.mantissa == 0 ? 0 : w.exponent - weight_unit_;
    weights_.add(sign * static_cast<int128>(w.mantissa), weight_shift);
    if (!plain) return;
    const Parts x = parts_at(rows_, at);
    if (x.mantissa == 0 || w.mantissa == 0) return;
    products_.add(sign * static_cast<int128>(x.mantissa) * w.mantissa,
                  x.exponent - unit_ + weight_shift);
  }
  const LocalRows& rows_;
  int unit_, weight_unit_;
  std::int64_t no_numbers_ = 0, above_ = 0, below_ = 0;
  LongTotal weights_, products_;
};

void slide_spread(const LocalRows& rows, void* out) {
  auto* answers = static_cast<double*>(out);
  const Unit unit = unit_of(rows, [&](std::size_t at) {
    return is_plain(rows, at) ? parts_at(rows, at) : Parts{0, 0};
  });
  move_over(rows, SpreadSlider(rows, unit), answers);
}

void slide_weighted(const LocalRows& rows, void* out) {
  auto* answers = static_cast<double*>(out);
  const Unit unit = unit_of(rows, [&](std::size_t at) {
    return is_plain(rows, at) ? parts_at(rows, at) : Parts{0, 0};
  });
  const Unit weights = unit_of(rows, [&](std::size_t at) {
    return std::isfinite(rows.weights[at]) ? parts_of(bits_of(rows.weights[at])) : Parts{0, 0};
  });
  move_over(rows, WeightedSlider(rows, unit, weights), answers);
}

const RegisteredMoving spread({"var", "sd", "var_pop", "sd_pop"},
                              {Storage::float64, false, true, slide_spread});
const RegisteredMoving weighted({"weighted_mean"}, {Storage::float64, false, true, slide_weighted});

}  // namespace

}  // namespace idle
