#include "sort/order.h"

#include <algorithm>
#include <numeric>

#include "column/sortable.h"
#include "sort/radix.h"

namespace idle {

namespace {

constexpr std::size_t slice = 65536;

// Whether no row has to come before the one before it. Looks no further than the first that has.
bool are_in_order(const std::vector<OrderKey>& keys, std::size_t rows) {
  if (keys.empty()) return true;
  std::uint64_t before = sort_key(keys[0], 0);
  for (std::size_t i = 1; i < rows; ++i) {
    if ((i & 0xFFFFF) == 0) check_stop();
    const std::uint64_t now = sort_key(keys[0], i);
    if (now < before) return false;
    for (std::size_t k = 1; k < keys.size() && now == before; ++k) {
      const std::uint64_t one = sort_key(keys[k], i - 1), next = sort_key(keys[k], i);
      if (next < one) return false;
      if (next > one) break;
    }
    before = now;
  }
  return true;
}

}  // namespace

std::uint64_t sort_key(const OrderKey& key, std::size_t row) {
  const std::uint64_t k = sortable(key.view, row);
  const std::uint64_t ends = key.view.storage == Storage::float64 ? 2 : 1;
  const std::uint64_t last = ~std::uint64_t{0};
  return key.descending && k <= last - ends ? last - ends - k : k;
}

Buffer<std::int32_t> order_rows(const std::vector<OrderKey>& keys, std::size_t rows,
                                const Work& work) {
  for (const auto& key : keys) check_reach(key.view, rows);
  Buffer<std::int32_t> order(rows);
  std::iota(order.data(), order.data() + rows, 0);
  if (rows < 2 || are_in_order(keys, rows)) return order;
  Buffer<Item> items(rows), spare(rows);
  for (std::size_t k = keys.size(); k-- > 0;) {
    run_parallel(work, workers_for(work, rows), rows, slice,
                 [&](int, std::size_t begin, std::size_t end) {
                   for (std::size_t i = begin; i < end; ++i) {
                     items[i] = {sort_key(keys[k], order[i]), order[i]};
                   }
                 });
    sort_items(items, spare);
    for (std::size_t i = 0; i < rows; ++i) order[i] = items[i].row;
  }
  return order;
}

void places_of(const std::vector<OrderKey>& keys, const std::int32_t* order, std::size_t rows,
               std::int32_t* places) {
  std::int32_t place = 0;
  for (std::size_t i = 0; i < rows; ++i) {
    const bool same = i > 0 && std::all_of(keys.begin(), keys.end(), [&](const OrderKey& key) {
                        return sortable(key.view, order[i]) == sortable(key.view, order[i - 1]);
                      });
    if (i > 0 && !same) ++place;
    places[order[i]] = place;
  }
}

}  // namespace idle
