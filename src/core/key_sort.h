// Rows sorted by several keys at once: the keys side by side in half a word, where they fit, in as
// many passes of counting as that has digits; else key by key.
#pragma once
#include <cstdint>
#include <vector>

#include "buffer.h"
#include "columns.h"
#include "parallel.h"

namespace idle {

// Rows in key order, ties in the order of the rows, and where each run of equal keys begins; the
// last of `starts` is the number of rows.
struct SortedRows {
  Buffer<std::int32_t> order;
  std::vector<std::size_t> starts;
};

SortedRows sort_by_keys(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work);

}  // namespace idle
