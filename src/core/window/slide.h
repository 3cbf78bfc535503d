// Moving figures: a figure of each row's frame. A frame is never worked from the start; values come
// in at one end and go out at the other, exactly, so that nothing drifts.
#pragma once
#include <cstdint>
#include <string>
#include <vector>

#include "base/parallel.h"
#include "column/column.h"
#include "group/rows_in_order.h"
#include "window/frames.h"

namespace idle {

// What is computed: "count", "missing", "sum", "whole_sum", "mean", "weighted_mean", "min", "max",
// "var", "sd", "var_pop", "sd_pop", "quantile" (of part p), "distinct", "mode" and "nth" (n from 1,
// or from -1 at the end). Mode and nth give rows; "shift" gives the value n rows before
// the row itself, of columns of doubles.
struct MovingFigure {
  std::string name;
  double p = 0.5;
  std::int64_t n = 1;
  ColumnView values;                        // no data: rows are counted
  const std::int32_t* condition = nullptr;  // 1 met, 0 not met, missing_int32 unknown
  ColumnView weights;
};

// What the answers are stored as; rows count from 1 and are int32.
Storage answer_storage(const MovingFigure& figure);

// Answers in the order of the rows, in `out` of that storage. Frames that are not full give a
// missing answer unless `partial`.
FrameFacts slide(const RowsInOrder& arrangement, const Frame& frame, const ColumnView& days,
                 const MovingFigure& figure, bool partial, void* out, const Work& work);

}  // namespace idle
