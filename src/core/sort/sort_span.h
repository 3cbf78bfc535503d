// Sorting of one run of items by key, stable, in the cache where it fits.
#pragma once
#include <vector>

#include "sort/radix.h"

namespace idle {

// An item whose key fits half a word.
struct Packed {
  std::uint32_t key;
  std::int32_t row;
};

// `spare` grows as it must.
void sort_run(Item* items, std::size_t n, std::vector<Item>& spare);
void sort_run(Packed* items, std::size_t n, std::vector<Packed>& spare);

}  // namespace idle
