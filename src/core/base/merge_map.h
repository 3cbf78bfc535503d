// Where the groups of one fold go when it merges into another.
#pragma once
#include <cstddef>
#include <cstdint>

namespace idle {

class MergeMap {
 public:
  // Each group goes to its own place.
  MergeMap() = default;
  // Group g goes to places[g]; below zero: nowhere.
  explicit MergeMap(const std::int32_t* places) : places_(places) {}

  bool takes(std::size_t group) const { return places_ == nullptr || places_[group] >= 0; }
  std::size_t operator[](std::size_t group) const {
    return places_ == nullptr ? group : static_cast<std::size_t>(places_[group]);
  }
  // take(part, place) for each part of `parts`, which go by group.
  template <typename Parts, typename Take>
  void each(const Parts& parts, Take take) const {
    for (std::size_t g = 0; g < parts.size(); ++g) {
      if (takes(g)) take(parts[g], (*this)[g]);
    }
  }

 private:
  const std::int32_t* places_ = nullptr;
};

}  // namespace idle
