#include "fold.h"

#include <stdexcept>

#include "fold_families.h"

namespace idle {

namespace {

template <typename T>
std::vector<T> picked(const std::vector<T>& from, const std::vector<std::int32_t>& places) {
  std::vector<T> to;
  if (from.empty()) return to;
  to.reserve(places.size());
  for (const std::int32_t place : places) to.push_back(from[place]);
  return to;
}

}  // namespace

Answers Answers::at(const std::vector<std::int32_t>& places) const {
  return {storage, picked(numbers, places), picked(codes, places), picked(wholes, places)};
}

std::unique_ptr<Fold> make_fold(const std::string& name, const ColumnView& values,
                                const double* weights, const std::int32_t* along,
                                std::size_t groups) {
  if (name == "total") return make_total(values, groups);
  if (name == "extremes") return make_extremes(values, groups);
  if (name == "spread") return make_spread(values, groups);
  if (name == "weighted" && weights != nullptr) return make_weighted(values, groups);
  if (name == "edge") return make_edge(along, groups);
  throw std::invalid_argument("no fold is called " + name);
}

}  // namespace idle
