#include "exact/exact_products.h"

#include <algorithm>
#include <cstring>

#include "base/vectorise.h"
#include "column/column.h"

namespace idle {

namespace {

constexpr int piece_bits = 21;  // of a piece of a value, its sign among them

// A piece of so many bits is a multiple of its own step: adding the shift and taking it away
// rounds.
constexpr double shift_of(int piece) {
  double shift = 3.0 * (std::int64_t{1} << (51 - 19));
  for (int p = 0; p < piece; ++p) shift /= 1 << piece_bits;
  return shift;
}

// Adds up the products of each two pieces of scaled values over one run. A product has 40 bits, and
// 2^13 of them add up without rounding. Products of like steps come out together, as whole numbers:
// level k counts units of 2^(-38 - 21 k).
template <int pieces>
struct Products {
  typedef double Four __attribute__((vector_size(32), aligned(8)));
  typedef std::uint64_t Bits __attribute__((vector_size(32)));
  static constexpr int pairs = pieces * (pieces + 1) / 2, levels = 2 * pieces - 1;
  Four total[pairs];
  Bits left = {};  // not zero: the pieces do not hold all of a value

  __attribute__((always_inline)) Products() {
#pragma GCC unroll 10
    for (int k = 0; k < pairs; ++k) total[k] = Four{};
  }
  __attribute__((always_inline)) void take(const Four& value) {
    Four rest = value;
    Four piece[pieces];
#pragma GCC unroll 4
    for (int p = 0; p < pieces; ++p) {
      piece[p] = (rest + shift_of(p)) - shift_of(p);
      rest -= piece[p];
    }
    left |= reinterpret_cast<Bits>(rest);
    int at = 0;
#pragma GCC unroll 4
    for (int p = 0; p < pieces; ++p) {
#pragma GCC unroll 4
      for (int q = p; q < pieces; ++q) total[at++] += piece[p] * piece[q];
    }
  }
  __attribute__((always_inline)) void take_all(const double* x, std::size_t n, double scale) {
    std::size_t i = 0;
    for (; i + 4 <= n; i += 4) {
      Four value;
      std::memcpy(&value, x + i, sizeof value);
      take(value * scale);
    }
    if (i == n) return;
    double last[4] = {};
#pragma GCC unroll 3
    for (std::size_t k = 0; k < 3; ++k) {
      if (i + k < n) last[k] = x[i + k];
    }
    Four value;
    std::memcpy(&value, last, sizeof value);
    take(value * scale);
  }
  bool holds_all() const { return (left[0] | left[1] | left[2] | left[3]) << 1 == 0; }
  __attribute__((always_inline)) void give(std::int64_t* level) const {
    std::fill(level, level + levels, 0);
    double unit = std::int64_t{1} << 38;
    for (int k = 0; k < levels; ++k, unit *= 1 << piece_bits) {
      int at = 0;
      for (int p = 0; p < pieces; ++p) {
        for (int q = p; q < pieces; ++q, ++at) {
          if (p + q != k) continue;
          const Four& t = total[at];
          const auto sum = static_cast<std::int64_t>(((t[0] + t[1]) + (t[2] + t[3])) * unit);
          level[k] += p == q ? sum : 2 * sum;
        }
      }
    }
  }
};

// False if the pieces do not hold all of each value.
template <int pieces>
__attribute__((always_inline)) inline bool products_in(const double* x, std::size_t n, double scale,
                                                       std::int64_t* level) {
  Products<pieces> products;
  products.take_all(x, n, scale);
  products.give(level);
  return products.holds_all();
}

#ifdef IDLE_AVX2
// The products are exact in any case, so adding them in the same step changes nothing.
__attribute__((target("avx2,fma"))) bool products_fused(int pieces, const double* x, std::size_t n,
                                                        double scale, std::int64_t* level) {
  return pieces == 3 ? products_in<3>(x, n, scale, level) : products_in<4>(x, n, scale, level);
}
#endif

bool products_of(int pieces, const double* x, std::size_t n, double scale, std::int64_t* level) {
#ifdef IDLE_AVX2
  if (has_avx2()) return products_fused(pieces, x, n, scale, level);
#endif
  return pieces == 3 ? products_in<3>(x, n, scale, level) : products_in<4>(x, n, scale, level);
}

}  // namespace

// Two's complement throughout, so that a negative product is added like any other.
void ExactProducts::add_words(Words& total, const Words& part) {
  uint128 carry = 0;
  for (int i = 0; i < 4; ++i) {
    carry += static_cast<uint128>(total[i]) + part[i];
    total[i] = static_cast<std::uint64_t>(carry);
    carry >>= 64;
  }
}

ExactProducts::Words ExactProducts::placed(int128 product, int shift) {
  const std::uint64_t fill = product < 0 ? ~std::uint64_t{0} : 0;
  const std::uint64_t words[6] = {0,
                                  static_cast<std::uint64_t>(product),
                                  static_cast<std::uint64_t>(product >> 64),
                                  fill,
                                  fill,
                                  fill};
  const int skip = shift / 64, part = shift % 64;
  Words result;
  for (int i = 0; i < 4; ++i) {
    const int at = i - skip + 1;
    if (at < 0) {
      result[i] = 0;
    } else if (part == 0 || at == 0) {
      result[i] = part == 0 ? words[at] : 0;
    } else {
      result[i] = words[at] << part | words[at - 1] >> (64 - part);
    }
  }
  return result;
}

void ExactProducts::add(std::size_t group, double x, double y) {
  const Parts a = parts_of(bits_of(x)), b = parts_of(bits_of(y));
  add(group, static_cast<int128>(a.mantissa) * b.mantissa, a.exponent + b.exponent);
}

void ExactProducts::add(std::size_t group, int128 product, int exponent) {
  if (product == 0) return;
  const int shift = exponent - unit_;
  if (shift < 0 || shift > 90) {
    odd_[group].add(product, exponent);
    return;
  }
  add_words(totals_[group], placed(product, shift));
}

void ExactProducts::add_squares(const std::int32_t* groups, const double* x, std::size_t n,
                                const BlockFacts& scan, const BlockByGroup* runs) {
  const int high = static_cast<int>(bits_of(scan.greatest) >> 52);
  const int low = static_cast<int>(bits_of(scan.least) >> 52);
  if (runs == nullptr || high - low > 26 || low == 0 || high > 2045) {
    return add_each_square(groups, x, n);
  }
  const double scale = number_of(static_cast<std::uint64_t>(2046 - high) << 52);
  int tried = 0, failed = 0;
  runs->each([&](std::size_t group, const double* values, std::size_t count) {
    std::int64_t level[7];
    const bool try_three = failed < 4 || 4 * failed < tried;
    const bool three = try_three && products_of(3, values, count, scale, level);
    ++tried;
    failed += !three;
    if (!three) products_of(4, values, count, scale, level);
    for (int k = 0; k < (three ? 5 : 7); ++k) {
      add_level(group, level[k], 2 * (high - 1023) - 38 - piece_bits * k);
    }
  });
}

void ExactProducts::add_level(std::size_t group, std::int64_t sum, int exponent) {
  const int shift = exponent - unit_;
  if (shift < 0 || shift > 170) return add(group, sum, exponent);
  Words& total = totals_[group];
  const unsigned part = shift & 63;
  const auto fill = static_cast<std::uint64_t>(sum >> 63);
  const auto low = static_cast<std::uint64_t>(sum);
  std::uint64_t next[2] = {low << part, fill << part | low >> 1 >> (63 - part)};
  uint128 carry = 0;
  for (int word = shift >> 6, k = 0; word < 4; ++word, ++k) {
    carry += static_cast<uint128>(total[word]) + (k < 2 ? next[k] : fill);
    total[word] = static_cast<std::uint64_t>(carry);
    carry >>= 64;
  }
}

// Squares are never negative and take three words at most, which saves most of the work.
void ExactProducts::add_each_square(const std::int32_t* groups, const double* x, std::size_t n) {
  Words* totals = totals_.data();
  const int unit = unit_ + 2 * 1075;
  for (std::size_t i = 0; i < n; ++i) {
    const std::uint64_t bits = bits_of(x[i]);
    const int field = static_cast<int>(bits >> 52 & 0x7FF);
    const auto shift = static_cast<unsigned>(2 * field - unit);
    if (field == 0 || field == 0x7FF || shift > 90) {
      if (field != 0x7FF) add(groups[i], x[i], x[i]);
      continue;
    }
    const std::uint64_t mantissa = bits << 12 >> 12 | std::uint64_t{1} << 52;
    const uint128 square = static_cast<uint128>(mantissa) * mantissa;
    const unsigned part = shift & 63;
    const auto low = static_cast<std::uint64_t>(square);
    const auto high = static_cast<std::uint64_t>(square >> 64);
    std::uint64_t* total = totals[groups[i]].data() + (shift >> 6);
    uint128 sum = static_cast<uint128>(total[0]) + (low << part);
    total[0] = static_cast<std::uint64_t>(sum);
    sum = (sum >> 64) + total[1] + (high << part | low >> 1 >> (63 - part));
    total[1] = static_cast<std::uint64_t>(sum);
    sum = (sum >> 64) + total[2] + (high >> 1 >> (63 - part));
    total[2] = static_cast<std::uint64_t>(sum);
    if (shift < 64) total[3] += static_cast<std::uint64_t>(sum >> 64);
  }
}

// Whether a total has room for so many bits below it; if not, it stays what it is.
bool ExactProducts::shift_up(Words& total, int by) {
  if (by == 0 || total == Words{}) return true;
  if (by >= 255) return false;
  const int skip = by / 64, part = by % 64;
  Words up;
  for (int i = 3; i >= 0; --i) {
    const std::uint64_t here = i >= skip ? total[i - skip] : 0, below = i > skip ? total[i - skip - 1] : 0;
    up[i] = part == 0 ? here : here << part | below >> (64 - part);
  }
  Words back;
  const std::uint64_t fill = up[3] >> 63 ? ~std::uint64_t{0} : 0;
  for (int i = 0; i < 4; ++i) {
    const std::uint64_t here = i + skip < 4 ? up[i + skip] : fill, above = i + skip + 1 < 4 ? up[i + skip + 1] : fill;
    back[i] = part == 0 ? here : here >> part | above << (64 - part);
  }
  if (back != total) return false;
  total = up;
  return true;
}

// Counts in a smaller unit from here on; totals without room for it go aside.
void ExactProducts::take_unit(int unit) {
  for (std::size_t g = 0; g < totals_.size(); ++g) {
    if (shift_up(totals_[g], unit_ - unit)) continue;
    odd_[g].add(widened(totals_[g], unit_));
    totals_[g] = Words{};
  }
  unit_ = unit;
}

void ExactProducts::merge(const ExactProducts& other, MergeMap to) {
  if (other.unit_ < unit_) take_unit(other.unit_);
  const int apart = other.unit_ - unit_;
  to.each(other.totals_, [&](Words part, std::size_t g) {
    if (!shift_up(part, apart)) return odd_[g].add(widened(part, other.unit_));
    const Words before = totals_[g];
    add_words(totals_[g], part);
    const bool overflows = (before[3] ^ totals_[g][3]) & (part[3] ^ totals_[g][3]) & std::uint64_t{1} << 63;
    if (!overflows) return;
    totals_[g] = before;
    odd_[g].add(widened(part, unit_));
  });
  for (const auto& entry : other.odd_) {
    if (to.takes(entry.first)) odd_[to[entry.first]].add(entry.second);
  }
}

void ExactProducts::save(StateWriter& to) const {
  to.put(static_cast<std::int32_t>(unit_));
  for (const Words& total : totals_) to.put_all(total.data(), total.size());
  to.put(static_cast<std::uint64_t>(odd_.size()));
  for (const auto& entry : odd_) {
    to.put(static_cast<std::uint64_t>(entry.first));
    entry.second.save(to);
  }
}

ExactProducts ExactProducts::load(StateReader& from, std::size_t groups) {
  ExactProducts products(0, from.get_within<std::int32_t>(WideSum::lowest, 2200));
  from.need(groups, sizeof(Words));
  products.totals_.resize(groups);
  for (Words& total : products.totals_) from.get_all(total.data(), total.size());
  const auto odd = from.get_within<std::uint64_t>(0, groups);
  for (std::uint64_t k = 0; k < odd; ++k) {
    const auto group = from.get<std::uint64_t>();
    if (group >= groups) throw BadState("a group in it is none");
    products.odd_[group].load(from);
  }
  return products;
}

WideSum ExactProducts::widened(const Words& total, int unit) {
  WideSum wide;
  bool negative;
  const Words magnitude = magnitude_of(total, negative);
  for (int i = 0; i < 4; ++i) {
    const auto word = static_cast<int128>(magnitude[i]);
    wide.add(negative ? -word : word, unit + 64 * i);
  }
  return wide;
}

ExactProducts::Words ExactProducts::magnitude_of(const Words& total, bool& negative) {
  negative = total[3] >> 63;
  Words magnitude = total;
  if (negative) {
    for (auto& word : magnitude) word = ~word;
    add_words(magnitude, Words{1, 0, 0, 0});
  }
  return magnitude;
}

bool ExactProducts::narrow(std::size_t group, BigInteger& total) const {
  if (!odd_.empty() && odd_.count(group) != 0) return false;
  bool negative;
  const Words magnitude = magnitude_of(totals_[group], negative);
  std::vector<std::uint32_t> digits;
  for (const std::uint64_t word : magnitude) {
    digits.push_back(static_cast<std::uint32_t>(word));
    digits.push_back(static_cast<std::uint32_t>(word >> 32));
  }
  total = BigInteger::of_digits(digits, negative);
  return true;
}

BigInteger ExactProducts::total(std::size_t group) const {
  WideSum wide = widened(totals_[group], unit_);
  const auto at = odd_.find(group);
  if (at != odd_.end()) wide.add(at->second);
  return wide.value();
}

}  // namespace idle
