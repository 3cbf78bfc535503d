// Exact sums of products of two doubles by group (squares, weighted values): 256 bits a group, and
// a wide total aside for what does not fit. Values that are no finite numbers are the caller's
// matter.
#pragma once
#include <array>
#include <cstdint>
#include <unordered_map>
#include <vector>

#include "base/buffer.h"
#include "base/merge_map.h"
#include "base/state_bytes.h"
#include "column/block_by_group.h"
#include "column/block_facts.h"
#include "exact/wide_sum.h"

namespace idle {

class ExactProducts {
 public:
  ExactProducts(std::size_t groups, int unit_exponent)
      : totals_(groups), unit_(unit_exponent < WideSum::lowest ? WideSum::lowest : unit_exponent) {}
  void add(std::size_t group, double x, double y);
  void add(std::size_t group, int128 product, int exponent);
  // Squares of doubles; those that are no finite numbers are passed over.
  // `runs` are the same values by group, if they are at hand.
  void add_squares(const std::int32_t* groups, const double* x, std::size_t n, const BlockFacts& scan,
                   const BlockByGroup* runs);
  void merge(const ExactProducts& other, MergeMap to = {});
  // More groups, which have had no value; those that there are keep their numbers.
  void grow(std::size_t groups) { totals_.resize(groups); }
  void save(StateWriter& to) const;
  static ExactProducts load(StateReader& from, std::size_t groups);
  // In units of 2^WideSum::lowest.
  BigInteger total(std::size_t group) const;
  // The total in units of 2^unit(), where nothing of the group is kept aside; else false.
  bool narrow(std::size_t group, BigInteger& total) const;
  int unit() const { return unit_; }

 private:
  using Words = std::array<std::uint64_t, 4>;
  void add_each_square(const std::int32_t* groups, const double* x, std::size_t n);
  void add_level(std::size_t group, std::int64_t sum, int exponent);
  static void add_words(Words& total, const Words& part);
  static Words placed(int128 product, int shift);
  static bool shift_up(Words& total, int by);
  void take_unit(int unit);
  static WideSum widened(const Words& total, int unit);
  static Words magnitude_of(const Words& total, bool& negative);

  HugeVector<Words> totals_;
  std::unordered_map<std::size_t, WideSum> odd_;
  int unit_;
};

}  // namespace idle
