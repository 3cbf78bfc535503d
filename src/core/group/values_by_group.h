// Figures that need all values of a group at once: the values (or rows) of each group are brought
// together first, then each group is worked by itself, the groups spread over the threads.
#pragma once
#include <cstdint>
#include <vector>

#include "base/parallel.h"
#include "group/grouping.h"

namespace idle {

// Values of a column whose condition is met; both as in a feed.
struct Wanted {
  ColumnView values;
  const std::int32_t* condition = nullptr;
};

// All results go by the places of the groups.

// Percentiles by linear interpolation between the values around (n - 1) p, for p from 0 to 1:
// definition 7 of Hyndman and Fan, Sample quantiles in statistical packages, The American
// Statistician 50 (1996). A value that is no number makes the result no number.
std::vector<double> quantiles(const Groups& groups, const Wanted& wanted, double p,
                              const Work& work);

// The number of different values.
std::vector<std::int64_t> count_distinct(const Groups& groups, const Wanted& wanted,
                                         const Work& work);

// The row (from 0; -1: none) of the most frequent value, the smallest of those that tie.
struct Modes {
  std::vector<std::int64_t> rows;
  std::int64_t tied = 0;  // groups in which several values are the most frequent
};
Modes modes(const Groups& groups, const Wanted& wanted, const Work& work);

// The row of the n-th value (from 1; -1: none) in the order of `along` (null: of the rows).
std::vector<std::int64_t> nth_rows(const Groups& groups, const Wanted& wanted,
                                   const std::int32_t* along, std::int64_t n, const Work& work);

}  // namespace idle
