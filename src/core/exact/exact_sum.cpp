#include "exact/exact_sum.h"

#include <algorithm>
#include <limits>

#include "base/vectorise.h"
#include "column/column.h"
#include "exact/long_total.h"

namespace idle {

namespace {

constexpr int special_field = 0x7FF;
constexpr int most_shift = 70;             // above the unit, for values that 128 bits take in
constexpr std::size_t few_odd = 1000;      // groups whose far values are kept for each by itself
constexpr std::size_t far_totals = 20000;  // from here on totals are fetched ahead of their turn
typedef double Pair __attribute__((vector_size(16)));
typedef double Four __attribute__((vector_size(32), aligned(8)));

int field_of(double x) { return static_cast<int>(bits_of(x) >> 52 & special_field); }

// Both parts of each value, added up in sixteen lanes.
IDLE_WIDE void add_run(const double* values, std::size_t n, double shift, double& high_sum,
                       double& low_sum) {
  Four high[4] = {}, low[4] = {};
  std::size_t i = 0;
  for (; i + 16 <= n; i += 16) {
    for (std::size_t k = 0; k < 4; ++k) {
      Four x;
      std::memcpy(&x, values + i + 4 * k, sizeof x);
      const Four q = (x + shift) - shift;
      high[k] += q;
      low[k] += x - q;
    }
  }
  for (; i < n; ++i) {
    const double q = (values[i] + shift) - shift;
    high[0][0] += q;
    low[0][0] += values[i] - q;
  }
  const Four highs = (high[0] + high[1]) + (high[2] + high[3]);
  const Four lows = (low[0] + low[1]) + (low[2] + low[3]);
  high_sum += (highs[0] + highs[1]) + (highs[2] + highs[3]);
  low_sum += (lows[0] + lows[1]) + (lows[2] + lows[3]);
}

// Both parts of each value to the lane of its group, of which there are four: values next to each
// other go to unlike ones, so that none waits for the last.
IDLE_WIDE void add_by_group(const std::int32_t* groups, const double* values, std::size_t n,
                            double shift, std::size_t places, Pair* lanes) {
  std::size_t i = 0;
  for (; i + 4 <= n; i += 4) {
    Four x;
    std::memcpy(&x, values + i, sizeof x);
    const Four q = (x + shift) - shift, rest = x - q;
    const Four even = __builtin_shufflevector(q, rest, 0, 4, 2, 6);
    const Four odd = __builtin_shufflevector(q, rest, 1, 5, 3, 7);
    lanes[groups[i]] += __builtin_shufflevector(even, even, 0, 1);
    lanes[places + groups[i + 1]] += __builtin_shufflevector(odd, odd, 0, 1);
    lanes[2 * places + groups[i + 2]] += __builtin_shufflevector(even, even, 2, 3);
    lanes[3 * places + groups[i + 3]] += __builtin_shufflevector(odd, odd, 2, 3);
  }
  for (; i < n; ++i) {
    const double q = (values[i] + shift) - shift;
    lanes[groups[i]] += Pair{q, values[i] - q};
  }
}

// So many values of at most 2^(near_shift + 53) units do not fill 128 bits.
constexpr int near_shift = 44;
constexpr std::int64_t most_near_values = std::int64_t{1} << 28;

// The two words of each value as a multiple of 2^(unit - 1075), all of which are near.
IDLE_WIDE void fixed_parts(const double* values, std::size_t n, int unit, std::uint64_t* low,
                           std::uint64_t* high) {
  for (std::size_t i = 0; i < n; ++i) {
    std::uint64_t bits;
    std::memcpy(&bits, values + i, sizeof bits);
    const std::uint64_t zero = bits << 1 == 0 ? 0 : ~std::uint64_t{0};
    const std::uint64_t shift = ((bits >> 52 & special_field) - unit) & zero;
    const std::uint64_t mantissa = (bits << 12 >> 12 | std::uint64_t{1} << 52) & zero;
    const std::uint64_t sign = (0 - (bits >> 63)) & zero;
    const std::uint64_t below = ((mantissa << shift) ^ sign) - sign;
    const std::uint64_t carry = below == 0 ? sign : 0;
    low[i] = below;
    high[i] = ((mantissa >> 1 >> (63 - shift)) ^ sign) - carry;
  }
}

bool is_one_group(const std::int32_t* groups, std::size_t n) {
  if (groups[0] != groups[n - 1] || groups[0] != groups[n / 2]) return false;
  for (std::size_t i = 1; i < n; ++i) {
    if (groups[i] != groups[0]) return false;
  }
  return true;
}

}  // namespace

void OddValues::add(const OddValues& other) {
  wide.add(other.wide);
  nan += other.nan;
  plus_infinity += other.plus_infinity;
  minus_infinity += other.minus_infinity;
}

double OddValues::special() const {
  if (nan || (plus_infinity && minus_infinity)) return std::numeric_limits<double>::quiet_NaN();
  const double infinity = std::numeric_limits<double>::infinity();
  return plus_infinity ? infinity : -infinity;
}

ExactSums::ExactSums(std::size_t groups, int unit_exponent)
    : totals_(groups, 0), unit_(unit_exponent) {
  if (groups <= block / 16) lanes_.assign(copies * groups, Lane{0, 0});
}

int ExactSums::unit_for(const double* values, std::size_t n) {
  constexpr std::size_t samples = 1024;
  int high = 0;
  for (std::size_t i = 0; i < std::min(n, samples); ++i) {
    const int field = field_of(values[n <= samples ? i : n / samples * i]);
    if (field != special_field) high = std::max(high, field);
  }
  return (high == 0 ? 1023 : high) - 1075 - 40;
}

void ExactSums::add(const std::int32_t* groups, const double* values, std::size_t n,
                    const BlockFacts& scan, const BlockByGroup* runs) {
  if (scan.greatest == 0 && !scan.has_nan) return;
  const int high = field_of(scan.greatest), low = field_of(scan.least);
  const bool narrow = !scan.has_nan && high < special_field - 20 && low > 0 && high - low <= 26 &&
                      !lanes_.empty() && n <= block && n > 8 * totals_.size();
  if (narrow) {
    add_lanes(groups, values, n, high, runs);
  } else if (!scan.has_nan && high < special_field && low > std::max(0, unit_ + 1075) &&
             high - unit_ - 1075 <= near_shift && near_only_ && near_values_ < most_near_values) {
    add_near(groups, values, n);
  } else {
    add_each(groups, values, n);
  }
}

// Values whose parts are so small that no total overflows.
void ExactSums::add_near(const std::int32_t* groups, const double* values, std::size_t n) {
  constexpr std::size_t step = 256;
  std::uint64_t low[step], high[step];
  const bool far = totals_.size() > far_totals;
  int128* totals = totals_.data();
  near_values_ += static_cast<std::int64_t>(n);
  for (std::size_t at = 0; at < n; at += step) {
    const std::size_t m = std::min(step, n - at);
    if (far) {
      for (std::size_t i = 0; i < m; ++i) __builtin_prefetch(&totals[groups[at + i]], 1);
    }
    fixed_parts(values + at, m, unit_ + 1075, low, high);
    for (std::size_t i = 0; i < m; ++i) {
      const auto part = static_cast<uint128>(high[i]) << 64 | low[i];
      int128& total = totals[groups[at + i]];
      total = static_cast<int128>(static_cast<uint128>(total) + part);
    }
  }
}

// Each value is split into a multiple of a fixed step and the rest; both parts add up without any
// rounding for as long as a block lasts.
void ExactSums::add_lanes(const std::int32_t* groups, const double* values, std::size_t n, int high,
                          const BlockByGroup* runs) {
  const int top = high + block_bits + 1;
  const double shift = number_of(static_cast<std::uint64_t>(top) << 52 | std::uint64_t{1} << 51);
  Lane* lanes = lanes_.data();
  if (runs != nullptr) {
    runs->each([&](std::size_t group, const double* x, std::size_t count) {
      add_run(x, count, shift, lanes[group].high, lanes[group].low);
    });
    return flush_lanes();
  }
  if (totals_.size() == 1 || is_one_group(groups, n)) {
    add_run(values, n, shift, lanes[groups[0]].high, lanes[groups[0]].low);
    return flush_lanes();
  }
  add_by_group(groups, values, n, shift, totals_.size(), reinterpret_cast<Pair*>(lanes));
  flush_lanes();
}

void ExactSums::flush_lanes() {
  const std::size_t places = totals_.size();
  for (std::size_t g = 0; g < places; ++g) {
    double high_sum = 0, low_sum = 0;
    for (std::size_t k = g; k < lanes_.size(); k += places) {
      high_sum += lanes_[k].high;
      low_sum += lanes_[k].low;
      lanes_[k] = {0, 0};
    }
    const Parts high = parts_of(bits_of(high_sum)), low = parts_of(bits_of(low_sum));
    add_fixed(g, high.mantissa, high.exponent);
    add_fixed(g, low.mantissa, low.exponent);
  }
}

void ExactSums::add_each(const std::int32_t* groups, const double* values, std::size_t n) {
  const bool far = totals_.size() > far_totals;
  int128* totals = totals_.data();
  const int unit = unit_ + 1075;
  near_only_ = false;
  for (std::size_t i = 0; i < n; ++i) {
    if (far && i + 24 < n) __builtin_prefetch(&totals[groups[i + 24]], 1);
    const std::uint64_t bits = bits_of(values[i]);
    const int field = static_cast<int>(bits >> 52 & special_field);
    const unsigned shift = static_cast<unsigned>(field - unit);
    // Two words by hand: the compiler's own shift of 128 bits goes through memory.
    if (field != 0 && field != special_field && shift < 64) {
      const std::uint64_t mantissa = bits << 12 >> 12 | std::uint64_t{1} << 52;
      const auto sign = static_cast<std::uint64_t>(static_cast<std::int64_t>(bits) >> 63);
      const std::uint64_t low = (mantissa << shift) ^ sign;
      const std::uint64_t high = (mantissa >> 1 >> (63 - shift)) ^ sign;
      const auto part = static_cast<int128>((static_cast<uint128>(high) << 64 | low) + (sign & 1));
      int128 next;
      if (!__builtin_add_overflow(totals[groups[i]], part, &next)) {
        totals[groups[i]] = next;
        continue;
      }
    }
    add_odd(groups[i], bits);
  }
}

// Values that the quick way cannot add: specials, denormals, far exponents, full totals.
void ExactSums::add_odd(std::size_t group, std::uint64_t bits) {
  if ((bits >> 52 & special_field) != special_field) {
    const Parts parts = parts_of(bits);
    return add_fixed(group, parts.mantissa, parts.exponent);
  }
  OddValues& odd = odd_[group];
  if (bits << 12) {
    ++odd.nan;
  } else {
    ++(bits >> 63 ? odd.minus_infinity : odd.plus_infinity);
  }
}

void ExactSums::add_fixed(std::size_t group, std::int64_t mantissa, int exponent) {
  if (mantissa == 0) return;
  int shift = exponent - unit_;
  if (shift < 0) {
    const int zeros = __builtin_ctzll(static_cast<unsigned long long>(mantissa));
    if (shift + zeros >= 0) {
      mantissa >>= -shift;
      shift = 0;
    }
  }
  const int length =
      64 -
      __builtin_clzll(static_cast<unsigned long long>(mantissa < 0 ? ~mantissa : mantissa) | 1);
  if (shift + length > near_shift + 53) near_only_ = false;
  ++near_values_;
  if (shift < 0 || shift > most_shift) return add_aside(group, mantissa, exponent);
  const auto part =
      static_cast<int128>(static_cast<uint128>(static_cast<int128>(mantissa)) << shift);
  add_in_unit(group, part);
}

void ExactSums::add_in_unit(std::size_t group, int128 part) {
  int128& total = totals_[group];
  int128 next;
  if (__builtin_add_overflow(total, part, &next)) {
    odd_[group].wide.add(total, unit_);
    next = part;
  }
  total = next;
}

// A total of another unit: what is a multiple of the own unit goes to the total, the rest to the side.
void ExactSums::add_part(std::size_t group, int128 part, int exponent) {
  if (part == 0) return;
  const int shift = exponent - unit_;
  if (shift <= -127) return add_part_to_side(0, group, part, exponent);
  if (shift < 0) {
    const int128 high = part >> -shift;
    const auto rest = static_cast<uint128>(part) - (static_cast<uint128>(high) << -shift);
    add_in_unit(group, high);
    return add_part_to_side(0, group, static_cast<int128>(rest), exponent);
  }
  const auto shifted = shift < 127 ? static_cast<int128>(static_cast<uint128>(part) << shift) : 0;
  if (shift < 127 && shifted >> shift == part) return add_in_unit(group, shifted);
  add_part_to_side(1, group, part, exponent);
}

void ExactSums::add_part_to_side(int side, std::size_t group, int128 part, int exponent) {
  if (part == 0) return;
  int shift = exponent - far_unit(side);
  if (shift < 0 && shift > -127 && static_cast<int128>(static_cast<uint128>(part >> -shift) << -shift) == part) {
    part >>= -shift;
    exponent -= shift;
    shift = 0;
  }
  const bool near = shift >= 0 && shift < 127;
  const auto shifted = near ? static_cast<int128>(static_cast<uint128>(part) << shift) : 0;
  if (!near || shifted >> shift != part) return odd_[group].wide.add(part, exponent);
  if (far_[side].empty()) far_[side].assign(groups(), 0);
  add_far(side, group, shifted);
}

// A value on one side of the totals' reach: kept for its group alone, until there are many such.
void ExactSums::add_aside(std::size_t group, std::int64_t mantissa, int exponent) {
  const int side = exponent < unit_ ? 0 : 1;
  const int shift = exponent - far_unit(side);
  const bool fits = shift >= 0 && shift <= most_shift;
  if (fits && far_[side].empty() && odd_.size() > few_odd) far_[side].assign(groups(), 0);
  if (!fits || far_[side].empty()) {
    odd_[group].wide.add(mantissa, exponent);
  } else {
    add_far(side, group, static_cast<int128>(static_cast<uint128>(static_cast<int128>(mantissa)) << shift));
  }
}

void ExactSums::add_far(int side, std::size_t group, int128 part) {
  int128& total = far_[side][group];
  int128 next;
  if (__builtin_add_overflow(total, part, &next)) {
    odd_[group].wide.add(total, far_unit(side));
    next = part;
  }
  total = next;
}

int ExactSums::far_unit(int side) const {
  return side == 0 ? unit_ - most_shift - 1 : unit_ + most_shift + 1;
}

bool ExactSums::has_far(std::size_t group) const {
  return (!far_[0].empty() && far_[0][group] != 0) || (!far_[1].empty() && far_[1][group] != 0);
}

void ExactSums::merge(const ExactSums& other, MergeMap to) {
  near_only_ = near_only_ && other.near_only_ && other.unit_ == unit_;
  near_values_ += other.near_values_;
  to.each(other.totals_,
          [&](int128 part, std::size_t g) { add_part(g, part, other.unit_); });
  for (int side = 0; side < 2; ++side) {
    if (other.far_[side].empty()) continue;
    to.each(other.far_[side], [&](int128 part, std::size_t g) {
      if (other.unit_ != unit_) return add_part(g, part, other.far_unit(side));
      add_part_to_side(side, g, part, other.far_unit(side));
    });
  }
  for (const auto& entry : other.odd_) {
    if (to.takes(entry.first)) odd_[to[entry.first]].add(entry.second);
  }
}

void ExactSums::grow(std::size_t groups) {
  totals_.resize(groups, 0);
  for (auto& far : far_) {
    if (!far.empty()) far.resize(groups, 0);
  }
  lanes_.clear();
}

void ExactSums::save(StateWriter& to) const {
  to.put(static_cast<std::int32_t>(unit_));
  to.put_all(totals_.data(), totals_.size());
  for (const auto& far : far_) {
    to.put(static_cast<std::uint8_t>(far.empty() ? 0 : 1));
    to.put_all(far.data(), far.size());
  }
  to.put(static_cast<std::uint64_t>(odd_.size()));
  for (const auto& entry : odd_) {
    to.put(static_cast<std::uint64_t>(entry.first));
    for (const std::int64_t n : {entry.second.nan, entry.second.plus_infinity, entry.second.minus_infinity}) to.put(n);
    entry.second.wide.save(to);
  }
}

ExactSums ExactSums::load(StateReader& from, std::size_t groups) {
  ExactSums sums(0, from.get_within<std::int32_t>(-1200, 1100));
  sums.near_only_ = false;
  const auto totals = [&](HugeVector<int128>& to) {
    from.need(groups, sizeof(int128));
    to.resize(groups);
    from.get_all(to.data(), groups);
  };
  totals(sums.totals_);
  for (auto& far : sums.far_) {
    if (from.get_within<std::uint8_t>(0, 1) == 1) totals(far);
  }
  const auto odd = from.get_within<std::uint64_t>(0, groups);
  for (std::uint64_t k = 0; k < odd; ++k) {
    const auto group = from.get<std::uint64_t>();
    if (group >= groups) throw BadState("a group in it is none");
    OddValues& values = sums.odd_[group];
    for (std::int64_t* n : {&values.nan, &values.plus_infinity, &values.minus_infinity}) {
      *n = from.get_within<std::int64_t>(0, INT64_C(1) << 62);
    }
    values.wide.load(from);
  }
  return sums;
}

const OddValues* ExactSums::odd(std::size_t group) const {
  if (odd_.empty()) return nullptr;
  const auto at = odd_.find(group);
  return at == odd_.end() ? nullptr : &at->second;
}

BigInteger ExactSums::total(std::size_t group) const {
  WideSum wide;
  if (const OddValues* aside = odd(group)) wide = aside->wide;
  wide.add(totals_[group], unit_);
  for (int side = 0; side < 2; ++side) {
    if (!far_[side].empty()) wide.add(far_[side][group], far_unit(side));
  }
  return wide.value();
}

bool ExactSums::narrow(std::size_t group, BigInteger& total) const {
  if (odd(group) != nullptr || has_far(group)) return false;
  total = BigInteger(totals_[group]);
  return true;
}

// All three totals together; nothing of the group is kept elsewhere.
double ExactSums::far_ratio(std::size_t group, std::int64_t divisor) const {
  LongTotal all(128 + 2 * (most_shift + 1));
  for (int side = 0; side < 2; ++side) {
    if (!far_[side].empty()) all.add(far_[side][group], far_unit(side) - far_unit(0));
  }
  all.add(totals_[group], unit_ - far_unit(0));
  LongNumber size;
  all.magnitude(size);
  Divider by;
  by.set(static_cast<std::uint64_t>(divisor));
  const double result = rounded(size, far_unit(0), by);
  return result != 0 && all.negative() ? -result : result;
}

double ExactSums::ratio(std::size_t group, std::int64_t divisor) const {
  const OddValues* aside = odd(group);
  if (aside == nullptr && !has_far(group)) return round_ratio(totals_[group], unit_, divisor);
  if (aside == nullptr) return far_ratio(group, divisor);
  if (aside->has_special()) return aside->special();
  return round_ratio(total(group), WideSum::lowest, divisor, 1);
}

double ExactSums::sum(std::size_t group) const { return ratio(group, 1); }
double ExactSums::mean(std::size_t group, std::int64_t count) const { return ratio(group, count); }

std::int64_t ExactSums::nan_count() const {
  std::int64_t count = 0;
  for (const auto& entry : odd_) count += entry.second.nan;
  return count;
}

}  // namespace idle
