// Reads memory from end to end with several threads: the floor that benchmarks are held against.
#pragma once
#include <cstddef>
#include <cstdint>

#include "base/parallel.h"

namespace idle {

std::uint64_t scan_memory(const void* data, std::size_t bytes, const Work& work);
// A plain sum of doubles in four lanes, one pass, one thread.
double plain_sum(const double* x, std::size_t n);

}  // namespace idle
