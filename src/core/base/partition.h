// Where rows go when they are parted into buckets by several workers: each counts its rows of every bucket,
// and then writes them from a start of its own, so that the rows of a bucket keep their order.
#pragma once
#include <cstddef>
#include <vector>

namespace idle {

// Counts by worker and bucket become the places where each worker's first row of a bucket goes; the starts
// of the buckets come back, with the end of the last.
inline std::vector<std::size_t> starts_of_buckets(std::vector<std::vector<std::size_t>>& counts,
                                                  std::size_t buckets) {
  std::vector<std::size_t> starts(buckets + 1);
  std::size_t next = 0;
  for (std::size_t bucket = 0; bucket < buckets; ++bucket) {
    starts[bucket] = next;
    for (auto& of_worker : counts) {
      const std::size_t here = of_worker[bucket];
      of_worker[bucket] = next;
      next += here;
    }
  }
  starts[buckets] = next;
  return starts;
}

}  // namespace idle
