// Moving least and greatest values: of the values in the frame, those that no later one makes
// needless wait in a queue.
#include <limits>

#include "slide_local.h"

namespace idle {

namespace {

template <typename T, typename Ahead>
class Queue {
 public:
  Queue(const T* x, std::size_t size, Ahead ahead) : x_(x), waiting_(size), ahead_(ahead) {}
  void add(std::size_t at) {
    if (x_[at] != x_[at]) {
      ++odd_;
      return;
    }
    while (end_ > begin_ && !ahead_(x_[waiting_[end_ - 1]], x_[at])) --end_;
    waiting_[end_++] = static_cast<std::int32_t>(at);
  }
  void remove(std::size_t at) {
    if (x_[at] != x_[at]) {
      --odd_;
    } else if (begin_ < end_ && waiting_[begin_] == static_cast<std::int32_t>(at)) {
      ++begin_;
    }
  }
  T value(std::size_t, std::int64_t) const {
    if (odd_ > 0) return std::numeric_limits<T>::quiet_NaN();
    return x_[waiting_[begin_]] + T{0};
  }

 private:
  const T* x_;
  std::vector<std::int32_t> waiting_;
  std::size_t begin_ = 0, end_ = 0;
  std::int64_t odd_ = 0;
  Ahead ahead_;
};

template <typename T, typename Less>
void slide_ends(const LocalRows& rows, const T* x, const Less& less, T* answers) {
  if (rows.figure->name == "min") {
    Queue<T, Less> queue(x, rows.size, less);
    return move_over(rows, queue, answers);
  }
  const auto greater = [&](T a, T b) { return less(b, a); };
  Queue<T, decltype(greater)> queue(x, rows.size, greater);
  move_over(rows, queue, answers);
}

}  // namespace

void slide_extremes(const LocalRows& rows, void* answers) {
  const ColumnView& view = rows.figure->values;
  if (view.storage == Storage::float64) {
    return slide_ends(
        rows, rows.numbers.data(), [](double a, double b) { return a < b; },
        static_cast<double*>(answers));
  }
  if (view.storage == Storage::int64) {
    return slide_ends(
        rows, rows.wholes.data(), [](std::int64_t a, std::int64_t b) { return a < b; },
        static_cast<std::int64_t*>(answers));
  }
  const std::vector<std::int32_t> codes(rows.wholes.begin(), rows.wholes.end());
  auto* to = static_cast<std::int32_t*>(answers);
  if (view.rank == nullptr) {
    return slide_ends(
        rows, codes.data(), [](std::int32_t a, std::int32_t b) { return a < b; }, to);
  }
  const std::int32_t* rank = view.rank;
  slide_ends(
      rows, codes.data(),
      [rank](std::int32_t a, std::int32_t b) { return rank[a - 1] < rank[b - 1]; }, to);
}

}  // namespace idle
