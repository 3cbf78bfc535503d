// Moving medians and percentiles: the frame's values in sorted order, in a plain array while frames
// are narrow, in a tree of counts over the group's values when they are wide.
#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

#include "exact/quantile.h"
#include "window/slide_local.h"

namespace idle {

namespace {

constexpr std::size_t narrow = 512;

class SortedArray {
 public:
  explicit SortedArray(const double* x) : x_(x) {}
  void add(std::size_t at) {
    sorted_.insert(std::upper_bound(sorted_.begin(), sorted_.end(), x_[at]), x_[at]);
  }
  void remove(std::size_t at) {
    sorted_.erase(std::lower_bound(sorted_.begin(), sorted_.end(), x_[at]));
  }
  double at_place(std::size_t place) const { return sorted_[place]; }

 private:
  const double* x_;
  std::vector<double> sorted_;
};

// Counts of the values in the frame by their rank in the group (a Fenwick tree: P. M. Fenwick, A
// new data structure for cumulative frequency tables, Software: Practice and Experience 24, 1994).
class RankTree {
 public:
  RankTree(const double* x, std::size_t size) : by_rank_(size), rank_(size) {
    std::iota(by_rank_.begin(), by_rank_.end(), 0);
    std::sort(by_rank_.begin(), by_rank_.end(), asking([x](std::int32_t a, std::int32_t b) {
      if (std::isnan(x[a]) || std::isnan(x[b])) return !std::isnan(x[a]) && std::isnan(x[b]);
      return x[a] < x[b];
    }));
    for (std::size_t r = 0; r < size; ++r) rank_[by_rank_[r]] = static_cast<std::int32_t>(r);
    x_ = x;
    while (top_ * 2 <= size) top_ *= 2;
    counts_.assign(size + 1, 0);
  }
  void add(std::size_t at) { change(at, 1); }
  void remove(std::size_t at) { change(at, -1); }
  double at_place(std::size_t place) const {
    std::size_t at = 0;
    auto left = static_cast<std::int32_t>(place);
    for (std::size_t step = top_; step > 0; step /= 2) {
      if (at + step < counts_.size() && counts_[at + step] <= left) {
        at += step;
        left -= counts_[at];
      }
    }
    return x_[by_rank_[at]];
  }

 private:
  void change(std::size_t at, std::int32_t by) {
    for (std::size_t i = rank_[at] + 1; i < counts_.size(); i += i & (~i + 1)) counts_[i] += by;
  }
  const double* x_;
  std::vector<std::int32_t> by_rank_, rank_, counts_;
  std::size_t top_ = 1;
};

// Values that are no number are only counted; with one in the frame there is no percentile.
template <typename Sorted>
class Percentiles {
 public:
  Percentiles(Sorted sorted, const double* x, double p)
      : sorted_(std::move(sorted)), x_(x), p_(p) {}
  void add(std::size_t at) {
    if (std::isnan(x_[at])) {
      ++odd_;
    } else {
      sorted_.add(at);
    }
  }
  void remove(std::size_t at) {
    if (std::isnan(x_[at])) {
      --odd_;
    } else {
      sorted_.remove(at);
    }
  }
  double value(std::size_t, std::int64_t n) const {
    if (odd_ > 0) return std::numeric_limits<double>::quiet_NaN();
    const QuantilePlace place = place_of(static_cast<std::size_t>(n), p_);
    const double low = sorted_.at_place(place.below);
    return place.part == 0 ? low : between(low, sorted_.at_place(place.below + 1), place.part);
  }

 private:
  Sorted sorted_;
  const double* x_;
  double p_;
  std::int64_t odd_ = 0;
};

void slide_quantiles(const LocalRows& rows, void* out) {
  auto* answers = static_cast<double*>(out);
  std::vector<double> wholes;
  const double* x = rows.numbers.data();
  if (rows.numbers.empty()) {
    wholes.assign(rows.wholes.begin(), rows.wholes.end());
    x = wholes.data();
  }
  std::size_t widest = 0;
  for (std::size_t at = 0; at < rows.size; ++at) {
    widest = std::max<std::size_t>(widest, rows.bounds.high(at) - rows.bounds.low(at));
  }
  if (widest <= narrow) {
    Percentiles<SortedArray> slider(SortedArray(x), x, rows.figure->p);
    return move_over(rows, slider, answers);
  }
  Percentiles<RankTree> slider(RankTree(x, rows.size), x, rows.figure->p);
  move_over(rows, slider, answers);
}

const RegisteredMoving quantiles({"quantile"}, {Storage::float64, false, true, slide_quantiles});

}  // namespace

}  // namespace idle
