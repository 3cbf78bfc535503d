#include "fold.h"

#include <stdexcept>

#include "fold_families.h"

namespace idle {

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
