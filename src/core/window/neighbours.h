// Rows next to a row in its group's order: the answers are rows, from 1, whose values are wanted.
#pragma once
#include <cstdint>
#include <vector>

#include "base/parallel.h"
#include "column/column.h"
#include "group/rows_in_order.h"
#include "window/frames.h"

namespace idle {

// The row so many places before (n > 0) or after (n < 0), missing_int32 outside the group. With
// `skip`, rows whose value is missing are passed over.
void rows_away(const RowsInOrder& arrangement, std::int64_t n, const ColumnView* skip,
               std::int32_t* out, const Work& work);

// The last row up to this one whose value is not missing.
void rows_carried(const RowsInOrder& arrangement, const ColumnView& values, std::int32_t* out,
                  const Work& work);

// The row of the same group at the date a span earlier, the first of several. Returns how many of
// those dates occur more than once.
std::int64_t rows_earlier(const RowsInOrder& arrangement, const ColumnView& days, const Reach& span,
                      std::int32_t* out, const Work& work);

// Numbers unbroken runs from 1 in each group: a value more than a step after the last one starts
// the next run. A missing value has no run.
void number_runs(const RowsInOrder& arrangement, const ColumnView& values, double step, bool months,
                 std::int32_t* out, const Work& work);

}  // namespace idle
