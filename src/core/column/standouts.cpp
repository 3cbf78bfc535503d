#include "column/standouts.h"

#include <cmath>
#include <vector>

namespace idle {

namespace {

constexpr std::size_t rows_a_turn = 65536;

void take(Weights& weights, const double* values, std::size_t begin, std::size_t end) {
  for (std::size_t i = begin; i < end; ++i) {
    const double x = values[i];
    if (!(x > 0 || x < 0)) continue;
    const auto row = static_cast<std::int64_t>(i);
    const double size = std::fabs(x);
    if (x > 0 && weights.above++ == 0) weights.first_above = row;
    if (x < 0 && weights.below++ == 0) weights.first_below = row;
    weights.size += size;
    weights.endless = weights.endless || std::isinf(x);
    if (size > weights.largest) {
      weights.largest = size;
      weights.first_largest = row;
    }
  }
}

// `later` has seen the rows after those of `all`.
void merge(Weights& all, const Weights& later) {
  if (all.above == 0) all.first_above = later.first_above;
  if (all.below == 0) all.first_below = later.first_below;
  if (later.largest > all.largest) {
    all.largest = later.largest;
    all.first_largest = later.first_largest;
  }
  all.above += later.above;
  all.below += later.below;
  all.size += later.size;
  all.endless = all.endless || later.endless;
}

}  // namespace

Weights weigh(const double* values, std::size_t n, const Work& work) {
  std::vector<Weights> parts(workers_for(work, n));
  run_parallel(work, static_cast<int>(parts.size()), n, rows_a_turn,
               [&](int w, std::size_t begin, std::size_t end) {
                 Weights part;
                 take(part, values, begin, end);
                 merge(parts[w], part);
               });
  Weights all;
  for (const Weights& part : parts) merge(all, part);
  return all;
}

std::vector<std::int64_t> rows_of_sign(const double* values, std::size_t n, bool below) {
  std::vector<std::int64_t> rows;
  for (std::size_t i = 0; i < n; ++i) {
    if (below ? values[i] < 0 : values[i] > 0) rows.push_back(static_cast<std::int64_t>(i));
  }
  return rows;
}

}  // namespace idle
