// Stable sorting of rows by several keys; missing values come last whichever way a key runs.
#pragma once
#include <cstdint>
#include <vector>

#include "base/buffer.h"
#include "base/parallel.h"
#include "column/column.h"

namespace idle {

struct OrderKey {
  ColumnView view;
  bool descending = false;
};

// A 64-bit key that orders as the column does under this key.
std::uint64_t sort_key(const OrderKey& key, std::size_t row);

// The rows in order, from 0.
Buffer<std::int32_t> order_rows(const std::vector<OrderKey>& keys, std::size_t rows,
                                const Work& work);

// The place of each row, from 0; rows with equal keys share one. `order` is that of the keys.
void places_of(const std::vector<OrderKey>& keys, const std::int32_t* order, std::size_t rows,
               std::int32_t* places);

}  // namespace idle
