// Moving least and greatest values. Where the frames are so many rows to each side, rows stand in
// blocks as long as a frame, and each frame is the end of one block and the start of the next (M.
// van Herk, A fast algorithm for local minimum and maximum filters on rectangular and octagonal
// kernels, Pattern Recognition Letters 13, 1992). Else, of the values in the frame, those that no
// later one makes needless wait in a queue.
#include <limits>

#include "column/block_facts.h"
#include "window/slide_local.h"

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

// The best of the values so far.
template <typename T, typename Ahead>
void run_best(const LocalRows& rows, const T* x, const Ahead& ahead, T* answers) {
  T best = x[0];
  for (std::size_t at = 0; at < rows.size; ++at) {
    best = ahead(x[at], best) ? x[at] : best;
    answers[at] = best + T{0};
  }
}

// The best of each frame, in blocks; `upto` is scratch for the best since the start of the block.
template <typename T, typename Ahead>
void best_in_blocks(const LocalRows& rows, const T* x, const Ahead& ahead, T* answers) {
  const EvenFrames& frames = rows.bounds.even;
  const auto size = static_cast<std::int64_t>(rows.size), block = std::min(size, frames.width());
  std::vector<T> upto(rows.size), from(rows.size);
  for (std::int64_t start = 0; start < size; start += block) {
    const std::int64_t end = std::min(size, start + block);
    T up = x[start], down = x[end - 1];
    for (std::int64_t k = 0; k < end - start; ++k) {
      const T next = x[start + k], last = x[end - 1 - k];
      up = ahead(next, up) ? next : up;
      down = ahead(last, down) ? last : down;
      upto[start + k] = up;
      from[end - 1 - k] = down;
    }
  }
  for (std::int32_t at = 0; at < frames.size; ++at) {
    const std::int32_t low = frames.low(at), high = frames.high(at);
    if (low == high || !(rows.partial || frames.full(at))) {
      put_missing(answers[at]);
      continue;
    }
    // A frame within one block is cut off by an end of the group, so begins or ends with the block.
    const T first = from[low], last = upto[high - 1];
    const bool one_block = low / block == (high - 1) / block;
    const T best = !one_block         ? (ahead(first, last) ? first : last)
                   : low % block == 0 ? last
                                      : first;
    answers[at] = best + T{0};
  }
}

template <typename T>
bool has_odd(const T* x, std::size_t n) {
  return std::is_floating_point<T>::value && any_nan(reinterpret_cast<const double*>(x), n);
}

template <typename T, typename Ahead>
void slide_best(const LocalRows& rows, const T* x, const Ahead& ahead, T* answers) {
  const EvenFrames& frames = rows.bounds.even;
  const bool plain = rows.complete && rows.bounds.is_even && !has_odd(x, rows.size);
  if (plain && frames.from_start && !frames.to_end && frames.after == 0) {
    return run_best(rows, x, ahead, answers);
  }
  if (plain && !frames.from_start && !frames.to_end) return best_in_blocks(rows, x, ahead, answers);
  Queue<T, Ahead> queue(x, rows.size, ahead);
  move_over(rows, queue, answers);
}

template <typename T, typename Less>
void slide_ends(const LocalRows& rows, const T* x, const Less& less, T* answers) {
  if (rows.figure->name == "min") return slide_best(rows, x, less, answers);
  slide_best(
      rows, x, [less](T a, T b) { return less(b, a); }, answers);
}

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

const RegisteredMoving extremes({"min", "max"}, {Storage::float64, true, true, slide_extremes});

}  // namespace

}  // namespace idle
