// What a block of doubles holds, seen in one quick pass.
#pragma once
#include <cstddef>

namespace idle {

struct Scan {
  bool has_nan = false;  // missing values included
  double greatest = 0;   // of the magnitudes
  double least = 0;      // of the magnitudes that are not zero; infinity if there are none
};

Scan scan_numbers(const double* values, std::size_t n);

}  // namespace idle
