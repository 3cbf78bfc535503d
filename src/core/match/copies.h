// Rows that are alike in every one of some columns.
#pragma once
#include <cstdint>
#include <vector>

#include "base/parallel.h"
#include "column/column.h"

namespace idle {

// Each row that has an earlier one like it, and the first row that is; in the order of rows, from 0.
struct Copies {
  std::vector<std::int32_t> row, of;
};

Copies copies_among(const std::vector<ColumnView>& columns, std::size_t rows, const Work& work);

}  // namespace idle
