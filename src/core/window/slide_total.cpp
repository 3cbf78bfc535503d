// Moving sums and means: 128 bits in a unit of the group's own, so that what comes in goes out
// again without a trace; a sum without limits where the values do not fit.
#include <algorithm>
#include <cmath>
#include <limits>
#include <stdexcept>

#include "column/block_facts.h"
#include "exact/long_total.h"
#include "exact/wide_sum.h"
#include "window/slide_local.h"

namespace idle {

namespace {

// Rounded to nearest, ties to even, by way of the topmost 62 bits.
inline double number_of_total(int128 total) {
  const auto small = static_cast<std::int64_t>(total);
  if (small == total) return static_cast<double>(small);
  const bool negative = total < 0;
  const auto size = negative ? -static_cast<uint128>(total) : static_cast<uint128>(total);
  const auto high = static_cast<std::uint64_t>(size >> 64);
  const int down = high == 0 ? 2 : 66 - __builtin_clzll(high);
  const auto top = static_cast<std::int64_t>(size >> down);
  const bool rest = (size & ((static_cast<uint128>(1) << down) - 1)) != 0;
  const double step = number_of(static_cast<std::uint64_t>(1023 + down) << 52);
  const double result = static_cast<double>(top | (rest ? 1 : 0)) * step;
  return negative ? -result : result;
}

// A double of 2^52 or more as a whole number.
int128 whole_of(double x) {
  const Parts parts = parts_of(bits_of(x));
  return parts.exponent < 0 ? static_cast<std::int64_t>(x)
                            : static_cast<int128>(parts.mantissa) * (int128{1} << parts.exponent);
}

// near - quotient * divisor, exactly, for divisors below 2^26: the quotient is split so that both
// products fit a double (T. J. Dekker, A floating-point technique for extending the available
// precision, Numerische Mathematik 18, 1971).
inline double remainder_of(double near, double quotient, double divisor) {
  if (divisor >= 0x1p26) return std::fma(-quotient, divisor, near);
  const double high = number_of(bits_of(quotient) & ~((std::uint64_t{1} << 27) - 1));
  return (near - high * divisor) - (quotient - high) * divisor;
}

// Divides by counts, of which the next is mostly that of last time.
class Divisor {
 public:
  // (near + rest) / n, rounded once; false where about 100 bits of the quotient do not settle that.
  bool divide(double near, double rest, std::int64_t n, double& result) {
    if (n != n_) {
      n_ = n;
      divisor_ = static_cast<double>(n);
      inverse_ = 1 / divisor_;
    }
    const double quotient = near * inverse_;
    const double part = remainder_of(near, quotient, divisor_);
    const double left = part + rest;
    const double about = left * inverse_;
    result = quotient + about * (1 - 0x1p-38);
    if (result == quotient + about * (1 + 0x1p-38)) return true;
    // Where both steps are exact the true quotient is at hand; ties are, and they are common.
    const double more = left / divisor_;
    result = quotient + more;
    return left - part == rest && left - rest == part && remainder_of(left, more, divisor_) == 0;
  }

 private:
  std::int64_t n_ = 0;
  double divisor_ = 1, inverse_ = 1;
};

// total * 2^unit / n, rounded once.
inline double mean_of(int128 total, std::int64_t n, int unit, double scale, Divisor& by) {
  if (total == 0) return 0.0;
  if (scale == 0) return round_ratio(total, unit, static_cast<std::uint64_t>(n));
  const double near = number_of_total(total);
  if (n == 1) return near * scale;
  double result;
  if (by.divide(near, number_of_total(total - whole_of(near)), n, result)) return result * scale;
  return round_ratio(total, unit, static_cast<std::uint64_t>(n));
}

// 2^unit, or 0 where a result could leave the range of plain doubles.
double scale_of(int unit) { return unit > -960 && unit < 860 ? std::ldexp(1.0, unit) : 0; }

// Each value is split into a multiple of a fixed step and the rest. Where values are of like size
// both parts add up, and are taken away again, without any rounding; so the sum of the two totals
// is the frame's sum, rounded once.
class SplitSlider {
 public:
  SplitSlider(const double* x, double shift, bool mean) : x_(x), shift_(shift), mean_(mean) {}
  void add(std::size_t at) {
    const double high = (x_[at] + shift_) - shift_;
    high_ += high;
    low_ += x_[at] - high;
  }
  void remove(std::size_t at) {
    const double high = (x_[at] + shift_) - shift_;
    high_ -= high;
    low_ -= x_[at] - high;
  }
  double value(std::size_t, std::int64_t n) {
    const double near = high_ + low_;
    if (!mean_ || n == 1 || near == 0) return near;
    const double back = near - high_;
    const double rest = (high_ - (near - back)) + (low_ - back);
    double result;
    if (by_.divide(near, rest, n, result)) return result;
    WideSum sum;
    sum.add(near);
    sum.add(rest);
    return round_ratio(sum.value(), WideSum::lowest, static_cast<std::uint64_t>(n));
  }

 private:
  const double* x_;
  double shift_;
  bool mean_;
  double high_ = 0, low_ = 0;
  Divisor by_;
};

class FixedSlider {
 public:
  FixedSlider(const double* x, int lowest, bool mean)
      : x_(x), lowest_(lowest), mean_(mean), scale_(scale_of(lowest - 1075)) {}
  void add(std::size_t at) { total_ += part(at); }
  void remove(std::size_t at) { total_ -= part(at); }
  double value(std::size_t, std::int64_t n) {
    if (!mean_ && scale_ != 0) return number_of_total(total_) * scale_;
    return mean_of(total_, mean_ ? n : 1, lowest_ - 1075, scale_, by_);
  }

 private:
  int128 part(std::size_t at) const {
    const std::uint64_t bits = bits_of(x_[at]);
    if (bits << 1 == 0) return 0;
    const auto shift = static_cast<unsigned>(static_cast<int>(bits >> 52 & 0x7FF) - lowest_);
    const std::uint64_t mantissa = bits << 12 >> 12 | std::uint64_t{1} << 52;
    const auto sign = static_cast<std::uint64_t>(static_cast<std::int64_t>(bits) >> 63);
    if (shift > 63) {
      const auto size = static_cast<int128>(static_cast<uint128>(mantissa) << shift);
      return sign ? -size : size;
    }
    const std::uint64_t low = (mantissa << shift) ^ sign;
    const std::uint64_t high = (mantissa >> 1 >> (63 - shift)) ^ sign;
    return static_cast<int128>((static_cast<uint128>(high) << 64 | low) + (sign & 1));
  }
  const double* x_;
  int lowest_;
  bool mean_;
  double scale_;
  int128 total_ = 0;
  Divisor by_;
};

// Values of any size, infinities and values that are no number.
class WideSlider {
 public:
  WideSlider(const double* x, bool mean, int unit, int bits)
      : x_(x), mean_(mean), unit_(unit), sum_(bits) {}
  void add(std::size_t at) { count(x_[at], 1); }
  void remove(std::size_t at) { count(x_[at], -1); }
  double value(std::size_t, std::int64_t n) {
    if (nan_ > 0 || (plus_ > 0 && minus_ > 0)) return std::numeric_limits<double>::quiet_NaN();
    const double infinity = std::numeric_limits<double>::infinity();
    if (plus_ > 0 || minus_ > 0) return plus_ > 0 ? infinity : -infinity;
    LongNumber size;
    sum_.magnitude(size);
    divider_.set(mean_ ? static_cast<std::uint64_t>(n) : 1);
    const double result = rounded(size, unit_, divider_);
    return result != 0 && sum_.negative() ? -result : result;
  }

 private:
  void count(double x, int sign) {
    if (std::isfinite(x)) {
      const Parts parts = parts_of(bits_of(x));
      if (parts.mantissa != 0) sum_.add(sign * parts.mantissa, parts.exponent - unit_);
    } else if (std::isnan(x)) {
      nan_ += sign;
    } else {
      (x > 0 ? plus_ : minus_) += sign;
    }
  }
  const double* x_;
  bool mean_;
  int unit_;
  LongTotal sum_;
  Divider divider_;
  std::int64_t nan_ = 0, plus_ = 0, minus_ = 0;
};

// The least exponent of the finite values, and room for their totals.
WideSlider wide_slider(const LocalRows& rows, bool mean, int count_bits) {
  int low = 2000, high = -2000;
  for (std::size_t at = 0; at < rows.size; ++at) {
    const double x = rows.numbers[at];
    if (!rows.takes(at) || !std::isfinite(x) || x == 0) continue;
    const int exponent = parts_of(bits_of(x)).exponent;
    low = std::min(low, exponent);
    high = std::max(high, exponent);
  }
  if (high < low) low = high = 0;
  return WideSlider(rows.numbers.data(), mean, low, high - low + 54 + count_bits);
}

class WholeSlider {
 public:
  WholeSlider(const std::int64_t* x, bool mean) : x_(x), mean_(mean) {}
  void add(std::size_t at) { total_ += x_[at]; }
  void remove(std::size_t at) { total_ -= x_[at]; }
  double value(std::size_t, std::int64_t n) { return mean_of(total_, mean_ ? n : 1, 0, 1, by_); }

 private:
  const std::int64_t* x_;
  bool mean_;
  int128 total_ = 0;
  Divisor by_;
};

class WholeSum {
 public:
  explicit WholeSum(const std::int64_t* x) : x_(x) {}
  void add(std::size_t at) { total_ += x_[at]; }
  void remove(std::size_t at) { total_ -= x_[at]; }
  std::int64_t value(std::size_t, std::int64_t) const {
    const auto sum = static_cast<std::int64_t>(total_);
    if (sum != total_ || is_missing(sum)) {
      throw std::overflow_error("a sum of 64-bit whole numbers does not fit 64 bits");
    }
    return sum;
  }

 private:
  const std::int64_t* x_;
  int128 total_ = 0;
};

// The exponent fields of the group's values; low 0 where some are denormal.
struct Fields {
  int low = 0x7FF, high = 0;
};

Fields fields_of(const LocalRows& rows) {
  Fields fields;
  if (rows.complete) {
    const BlockFacts scan = facts_of(rows.numbers.data(), rows.size);
    if (!scan.has_nan && scan.greatest > 0) {
      return {static_cast<int>(bits_of(scan.least) >> 52),
              static_cast<int>(bits_of(scan.greatest) >> 52)};
    }
  }
  for (std::size_t at = 0; at < rows.size; ++at) {
    const std::uint64_t bits = bits_of(rows.numbers[at]);
    if (bits << 1 == 0 || !rows.takes(at)) continue;
    const int field = static_cast<int>(bits >> 52 & 0x7FF);
    fields.low = std::min(fields.low, field);
    fields.high = std::max(fields.high, field);
  }
  if (fields.high == 0 && fields.low == 0x7FF) fields = {1023, 1023};
  return fields;
}

// How many bits count the values of any frame.
int count_bits(const LocalRows& rows) {
  const EvenFrames& even = rows.bounds.even;
  std::size_t most = rows.size;
  if (rows.bounds.is_even && !even.from_start && !even.to_end) {
    most = std::min<std::size_t>(most, even.width() + 1);
  }
  return 64 - __builtin_clzll(most);
}

// The shift that splits values into multiples of its last place and the rest; 0: none will do.
double split_shift(const Fields& fields, int bits) {
  const int span = fields.high - fields.low;
  if (2 * bits + span > 51 || fields.low < 200 || fields.high + bits > 2000) return 0;
  const int step = fields.high + 2 + bits - 53;  // exponent field of the step
  return number_of(static_cast<std::uint64_t>(step + 52) << 52 | std::uint64_t{1} << 51);
}

bool fits_fixed(const Fields& fields, int bits) {
  return fields.low > 0 && fields.high < 0x7FF && fields.high - fields.low + 53 + bits < 126;
}

void slide_totals(const LocalRows& rows, void* out) {
  auto* answers = static_cast<double*>(out);
  const bool mean = rows.figure->name == "mean";
  if (rows.numbers.empty()) {
    return move_over(rows, WholeSlider(rows.wholes.data(), mean), answers);
  }
  const double* x = rows.numbers.data();
  const Fields fields = fields_of(rows);
  const int bits = count_bits(rows);
  const double shift = split_shift(fields, bits);
  if (shift != 0) {
    move_over(rows, SplitSlider(x, shift, mean), answers);
  } else if (fits_fixed(fields, bits)) {
    move_over(rows, FixedSlider(x, fields.low, mean), answers);
  } else {
    move_over(rows, wide_slider(rows, mean, bits), answers);
  }
}

void slide_whole_sums(const LocalRows& rows, void* out) {
  auto* answers = static_cast<std::int64_t*>(out);

  move_over(rows, WholeSum(rows.wholes.data()), answers);
}

const RegisteredMoving totals({"sum", "mean"}, {Storage::float64, false, true, slide_totals});
const RegisteredMoving whole_sums({"whole_sum"}, {Storage::int64, false, true, slide_whole_sums});

}  // namespace

}  // namespace idle
