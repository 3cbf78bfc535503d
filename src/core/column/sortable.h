// Values as numbers that sort as they do.
#pragma once
#include "column/column.h"

namespace idle {

// A 64-bit key that orders as the value does, missing last; equal values have equal keys.
std::uint64_t sortable(const ColumnView& view, std::size_t row);

}  // namespace idle
