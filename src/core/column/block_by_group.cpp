#include "column/block_by_group.h"

#include "base/fetch_ahead.h"

namespace idle {

// Values next to each other often share a group; counting and placing in turns of four keeps one
// from waiting for the last.
void BlockByGroup::part(const std::int32_t* groups, const double* values, std::size_t n,
                std::size_t places) {
  values_.resize(n);
  at_.assign(4 * places, 0);
  std::int32_t* const at[4] = {&at_[0], &at_[places], &at_[2 * places], &at_[3 * places]};
  std::size_t i = 0;
  for (; i + 4 <= n; i += 4) {
    if (i % 16 == 0) fetch_ahead(groups + i);
    ++at[0][groups[i]];
    ++at[1][groups[i + 1]];
    ++at[2][groups[i + 2]];
    ++at[3][groups[i + 3]];
  }
  for (; i < n; ++i) ++at[i % 4][groups[i]];
  set_starts(places);
  double* out = values_.data();
  for (i = 0; i + 4 <= n; i += 4) {
    const double x[4] = {values[i], values[i + 1], values[i + 2], values[i + 3]};
    out[at[0][groups[i]]++] = x[0];
    out[at[1][groups[i + 1]]++] = x[1];
    out[at[2][groups[i + 2]]++] = x[2];
    out[at[3][groups[i + 3]]++] = x[3];
  }
  for (; i < n; ++i) out[at[i % 4][groups[i]]++] = values[i];
}

// Each count becomes the place where its turn's values begin.
void BlockByGroup::set_starts(std::size_t places) {
  starts_.resize(places + 1);
  std::int32_t start = 0;
  for (std::size_t g = 0; g < places; ++g) {
    starts_[g] = start;
    for (std::size_t k = g; k < 4 * places; k += places) {
      const std::int32_t count = at_[k];
      at_[k] = start;
      start += count;
    }
  }
  starts_[places] = start;
}

}  // namespace idle
