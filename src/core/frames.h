// Frames: which rows around a row a moving figure sees, within the row's group.
#pragma once
#include <cstdint>
#include <vector>

#include "arrangement.h"
#include "columns.h"

namespace idle {

// How far a frame reaches to one side of its row.
struct Reach {
  enum class Unit { end, rows, days, months };
  Unit unit = Unit::rows;  // end: as far as the group goes
  std::int64_t n = 0;
  bool short_of = false;  // calendar: the day itself that is reached does not belong to the frame
};

struct Frame {
  Reach behind, ahead;
  bool together = false;  // rows that tie with the last row of the frame belong to it
};

bool by_calendar(const Frame& frame);

// A frame is full when it does not reach beyond its group.
struct FrameFacts {
  std::int64_t incomplete = 0;  // frames that are not full
  std::int64_t undated = 0;     // rows without a date, where the frame goes by dates
  std::int64_t wide = 0;        // full frames of rows that span more days than they have rows
  std::int64_t widest = 0;      // the most days that such a frame spans
  std::int64_t gappy = 0;       // full calendar frames with days that do not occur
  std::int64_t steps = 0, same_day = 0, next_day = 0;  // from each row to the next
  void add(const FrameFacts& other);
};

// The frames of one group: positions low to high (exclusive), counted from the group's first.
struct Bounds {
  std::vector<std::int32_t> low, high;
  std::vector<char> full;
};

// `days` are the dates of the rows as days since 1970-01-01, or empty.
void frames_of(const Arrangement& arrangement, std::size_t group, const Frame& frame,
               const ColumnView& days, Bounds& bounds, FrameFacts& facts);

}  // namespace idle
