#include "base/read_floor.h"

#include <vector>

#include "base/vectorise.h"

namespace idle {

namespace {

IDLE_WIDE std::uint64_t add_words(const std::uint64_t* words, std::size_t n) {
  std::uint64_t sum = 0;
  for (std::size_t i = 0; i < n; ++i) sum += words[i];
  return sum;
}

}  // namespace

std::uint64_t scan_memory(const void* data, std::size_t bytes, const Work& work) {
  const auto* words = static_cast<const std::uint64_t*>(data);
  const std::size_t n = bytes / 8;
  const int workers = workers_for(work, n);
  std::vector<std::uint64_t> sums(workers * 8);
  run_parallel(work, workers, n, 65536, [&](int w, std::size_t begin, std::size_t end) {
    sums[w * 8] += add_words(words + begin, end - begin);
  });
  std::uint64_t sum = 0;
  for (const auto part : sums) sum += part;
  return sum;
}

double plain_sum(const double* x, std::size_t n) {
  double lane[4] = {0, 0, 0, 0};
  for (std::size_t i = 0; i + 4 <= n; i += 4) {
    for (int k = 0; k < 4; ++k) lane[k] += x[i + k];
  }
  return lane[0] + lane[1] + lane[2] + lane[3];
}

}  // namespace idle
