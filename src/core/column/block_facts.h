// What a block of doubles holds, seen in one quick pass.
#pragma once
#include <cstddef>

#include "column/column.h"

namespace idle {

struct BlockFacts {
  bool has_nan = false;  // missing values included
  double greatest = 0;   // of the magnitudes
  double least = 0;      // of the magnitudes that are not zero; infinity if there are none
};

BlockFacts facts_of(const double* values, std::size_t n);

bool any_nan(const double* values, std::size_t n);

// Whether some of the values are missing; a number that is NaN counts as well.
bool may_have_gaps(const ColumnView& view, std::size_t begin, std::size_t n);

}  // namespace idle
