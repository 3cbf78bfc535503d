#include "exact_products.h"

#include "columns.h"

namespace idle {

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

// Squares are never negative and take three words at most, which saves most of the work.
void ExactProducts::add_squares(const std::int32_t* groups, const double* x, std::size_t n) {
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

void ExactProducts::merge(const ExactProducts& other) {
  for (std::size_t g = 0; g < totals_.size(); ++g) {
    if (other.unit_ == unit_) {
      add_words(totals_[g], other.totals_[g]);
    } else {
      odd_[g].add(widened(other.totals_[g], other.unit_));
    }
  }
  for (const auto& entry : other.odd_) odd_[entry.first].add(entry.second);
}

WideSum ExactProducts::widened(const Words& total, int unit) {
  WideSum wide;
  const bool negative = total[3] >> 63;
  Words magnitude = total;
  if (negative) {
    for (auto& word : magnitude) word = ~word;
    add_words(magnitude, Words{1, 0, 0, 0});
  }
  for (int i = 0; i < 4; ++i) {
    const auto word = static_cast<int128>(magnitude[i]);
    wide.add(negative ? -word : word, unit + 64 * i);
  }
  return wide;
}

BigInteger ExactProducts::total(std::size_t group) const {
  WideSum wide = widened(totals_[group], unit_);
  const auto at = odd_.find(group);
  if (at != odd_.end()) wide.add(at->second);
  return wide.value();
}

}  // namespace idle
