#include "runs.h"

namespace idle {

// Values next to each other often share a group; counting in turns of four keeps one count from
// waiting for the last.
void Runs::part(const std::int32_t* groups, const double* values, std::size_t n,
                std::size_t places) {
  values_.resize(n);
  at_.assign(4 * places, 0);
  std::int32_t* at = at_.data();
  std::size_t i = 0;
  for (; i + 4 <= n; i += 4) {
    for (std::size_t k = 0; k < 4; ++k) ++at[k * places + groups[i + k]];
  }
  for (; i < n; ++i) ++at[groups[i]];
  starts_.resize(places + 1);
  std::int32_t start = 0;
  for (std::size_t g = 0; g < places; ++g) {
    starts_[g] = start;
    for (std::size_t k = 0; k < 4; ++k) start += at[k * places + g];
    at[g] = starts_[g];
  }
  starts_[places] = start;
  double* out = values_.data();
  for (i = 0; i < n; ++i) out[at[groups[i]]++] = values[i];
}

}  // namespace idle
