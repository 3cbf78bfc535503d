// Grouping of rows that already stand in key order: only their borders are marked.
#include <algorithm>

#include "column/sortable.h"
#include "group/grouper.h"

namespace idle {

// Rows that already stand in key order need only their borders marked.
bool Grouper::try_sorted() {
  if (rows_ == 0 || keys_.size() > 4 || compare(0, rows_ - 1) > 0) return false;
  const std::size_t step = std::max<std::size_t>(1, rows_ / 512);
  for (std::size_t i = step; i < rows_; i += step) {
    if (compare(i - step, i) > 0) return false;
  }
  std::vector<std::vector<std::int64_t>> borders(workers_);
  std::vector<char> broken(workers_, 0);
  run_parallel(work_, workers_, rows_, slice, [&](int w, std::size_t begin, std::size_t end) {
    for (std::size_t i = std::max<std::size_t>(begin, 1); i < end && !broken[w]; ++i) {
      const int order = compare(i - 1, i);
      if (order > 0) broken[w] = 1;
      if (order < 0) borders[w].push_back(static_cast<std::int64_t>(i));
    }
  });
  if (std::count(broken.begin(), broken.end(), 0) < workers_) return false;
  groups_.first_.push_back(0);
  for (const auto& part : borders) {
    groups_.first_.insert(groups_.first_.end(), part.begin(), part.end());
  }
  number_runs();
  return true;
}

void Grouper::number_runs() {
  groups_.method_ = Method::sorted;
  groups_.numbers_ = Buffer<std::int32_t>(rows_);
  const auto& first = groups_.first_;
  run_parallel(work_, workers_, rows_, slice, [&](int, std::size_t begin, std::size_t end) {
    auto at = std::upper_bound(first.begin(), first.end(), static_cast<std::int64_t>(begin));
    auto number = static_cast<std::int32_t>(at - first.begin()) - 1;
    for (std::size_t i = begin; i < end; ++i) {
      if (at != first.end() && *at == static_cast<std::int64_t>(i)) {
        ++number;
        ++at;
      }
      groups_.numbers_[i] = number;
    }
  });
}

int Grouper::compare(std::size_t a, std::size_t b) const {
  for (const ColumnView& key : keys_) {
    const std::uint64_t x = sortable(key, a), y = sortable(key, b);
    if (x != y) return x < y ? -1 : 1;
  }
  return 0;
}

}  // namespace idle
