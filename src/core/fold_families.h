// The families of folds, one file each.
#pragma once
#include "fold.h"

namespace idle {

std::unique_ptr<Fold> make_total(const ColumnView& values, std::size_t groups);
std::unique_ptr<Fold> make_extremes(const ColumnView& values, std::size_t groups);
std::unique_ptr<Fold> make_spread(const ColumnView& values, std::size_t groups);
std::unique_ptr<Fold> make_weighted(const ColumnView& values, std::size_t groups);
// Rows of the first and last value, in the order of `along` (null: the order of the rows).
std::unique_ptr<Fold> make_edge(const std::int32_t* along, std::size_t groups);

}  // namespace idle
