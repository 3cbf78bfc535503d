// Stable sorting of rows by one 64-bit key each.
#pragma once
#include <cstdint>

#include "base/buffer.h"

namespace idle {

struct Item {
  std::uint64_t key;
  std::int32_t row;
};

// Sorts items by key; `spare` is scratch of the same size.
void sort_items(Buffer<Item>& items, Buffer<Item>& spare);

}  // namespace idle
