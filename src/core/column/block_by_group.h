// A block of doubles brought together by group, so that each group's values can be worked as one
// vector.
#pragma once
#include <cstddef>
#include <cstdint>
#include <vector>

namespace idle {

class BlockByGroup {
 public:
  // Whether a block is worth it: runs long enough for vectors.
  static bool worth(std::size_t n, std::size_t groups) { return groups <= 512 && n >= 16 * groups; }
  // At most 8192 values; those of a group come in any order.
  void part(const std::int32_t* groups, const double* values, std::size_t n, std::size_t places);

  // Calls body(group, values, n) for each group that has values.
  template <typename Body>
  void each(const Body& body) const {
    for (std::size_t g = 0; g + 1 < starts_.size(); ++g) {
      const std::int32_t n = starts_[g + 1] - starts_[g];
      if (n > 0) body(g, values_.data() + starts_[g], static_cast<std::size_t>(n));
    }
  }

 private:
  void set_starts(std::size_t places);

  std::vector<double> values_;
  std::vector<std::int32_t> starts_, at_;
};

}  // namespace idle
