// What stands out in a column of numbers: how many are above and below zero, the largest by size,
// and where each is first met.
#pragma once
#include <cstddef>
#include <cstdint>
#include <vector>

#include "base/parallel.h"

namespace idle {

struct Weights {
  std::int64_t above = 0, below = 0;
  double size = 0;  // the sum of the values' sizes, in plain arithmetic
  double largest = 0;
  // Rows; -1: there is none.
  std::int64_t first_above = -1, first_below = -1, first_largest = -1;
  bool endless = false;  // some value is infinite
};

Weights weigh(const double* values, std::size_t n, const Work& work);
// The rows of values below zero, or above it, in order.
std::vector<std::int64_t> rows_of_sign(const double* values, std::size_t n, bool below);

}  // namespace idle
