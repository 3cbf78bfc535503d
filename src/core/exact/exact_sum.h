// Exact sums of doubles by group: a 128-bit fixed-point total for each group, in a unit chosen once
// for the column. Where many values are too small or too large for it, a second total on that side
// takes them; a wide total aside is for the few groups with values out of all reach. What
// is rounded, once, is the true sum; so no order of rows, chunking or thread count can show.
#pragma once
#include <cstdint>
#include <memory>
#include <unordered_map>
#include <vector>

#include "base/buffer.h"
#include "base/merge_map.h"
#include "base/state_bytes.h"
#include "column/block_by_group.h"
#include "column/block_facts.h"
#include "exact/wide_sum.h"

namespace idle {

// What a group holds besides the values that fit the 128 bits.
struct OddValues {
  WideSum wide;
  std::int64_t nan = 0, plus_infinity = 0, minus_infinity = 0;

  void add(const OddValues& other);
  bool has_special() const { return nan || plus_infinity || minus_infinity; }
  double special() const;
};

class ExactSums {
 public:
  // The total of each group counts units of 2^unit_exponent.
  ExactSums(std::size_t groups, int unit_exponent);
  // A unit that leaves 40 bits below the last bit of the largest of some values.
  static int unit_for(const double* values, std::size_t n);

  // Adds values that are not missing; specials and outliers are taken care of here.
  // At most `block` values at a time; `runs` are the same values by group, if they are at hand.
  void add(const std::int32_t* groups, const double* values, std::size_t n, const BlockFacts& scan,
           const BlockByGroup* runs = nullptr);
  static constexpr int block_bits = 13;
  static constexpr std::size_t copies = 4;
  static constexpr std::size_t block = std::size_t{1} << block_bits;
  void add_whole(std::size_t group, std::int64_t value) { add_fixed(group, value, 0); }
  void merge(const ExactSums& other, MergeMap to = {});
  // More groups, which have had no value; those that there are keep their numbers.
  void grow(std::size_t groups);
  void save(StateWriter& to) const;
  static ExactSums load(StateReader& from, std::size_t groups);

  double sum(std::size_t group) const;
  double mean(std::size_t group, std::int64_t count) const;
  // The finite total in units of 2^WideSum::lowest.
  BigInteger total(std::size_t group) const;
  // The total in units of 2^unit(), where nothing of the group is kept aside; else false.
  bool narrow(std::size_t group, BigInteger& total) const;
  int unit() const { return unit_; }
  const OddValues* odd(std::size_t group) const;
  std::int64_t nan_count() const;
  std::size_t groups() const { return totals_.size(); }

 private:
  void add_lanes(const std::int32_t* groups, const double* values, std::size_t n, int high,
                 const BlockByGroup* runs);
  void add_near(const std::int32_t* groups, const double* values, std::size_t n);
  void add_each(const std::int32_t* groups, const double* values, std::size_t n);
  void add_odd(std::size_t group, std::uint64_t bits);
  void add_fixed(std::size_t group, std::int64_t mantissa, int exponent);
  void add_aside(std::size_t group, std::int64_t mantissa, int exponent);
  void add_far(int side, std::size_t group, int128 part);
  void add_in_unit(std::size_t group, int128 part);
  void add_part(std::size_t group, int128 part, int exponent);
  void add_part_to_side(int side, std::size_t group, int128 part, int exponent);
  bool has_far(std::size_t group) const;
  int far_unit(int side) const;
  void flush_lanes();
  double far_ratio(std::size_t group, std::int64_t divisor) const;
  double ratio(std::size_t group, std::int64_t divisor) const;

  struct alignas(16) Lane {
    double high, low;
  };
  HugeVector<int128> totals_;
  std::int64_t near_values_ = 0;  // added without looking whether a total overflows
  bool near_only_ = true;         // no larger part has been added
  std::vector<Lane> lanes_;
  std::unordered_map<std::size_t, OddValues> odd_;
  HugeVector<int128> far_[2];  // below the reach of the totals and above it; empty until needed
  int unit_;
};

}  // namespace idle
