// Frames: which rows around a row a moving figure sees, within the row's group.
#pragma once
#include <algorithm>
#include <cstdint>
#include <vector>

#include "base/within.h"
#include "column/column.h"
#include "group/rows_in_order.h"

namespace idle {

// How far a frame reaches to one side of its row.
struct Reach {
  enum class Unit { end, rows, days, months };
  Unit unit = Unit::rows;  // end: as far as the group goes
  std::int64_t n = 0;
  bool short_of = false;  // calendar: the day itself that is reached does not belong to the frame
  // Days, or millionths of a second where these stand for days; what lies beyond has no date.
  static constexpr double last_day = 4e15;
  static constexpr std::int64_t farthest = std::int64_t{1} << 49;
  // Throws where it goes farther than any rows, days or months that are worked with.
  void check() const { need_within(n, -farthest, farthest, "how far a frame reaches"); }
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

// Frames of so many rows to each side are known without being written down.
class EvenFrames {
 public:
  EvenFrames() = default;
  EvenFrames(std::int32_t n, std::int32_t rows_behind, std::int32_t rows_after, bool starts, bool ends)
      : size(n), behind(rows_behind), after(rows_after), from_start(starts), to_end(ends) {}
  std::int32_t size = 0, behind = 0, after = 0;
  bool from_start = false, to_end = false;

  // In 64 bits: rows and reaches may each come near 2^31.
  std::int32_t low(std::int32_t at) const {
    return from_start ? 0 : within(std::int64_t{at} - behind, 0);
  }
  std::int32_t high(std::int32_t at) const {
    return to_end ? size : within(std::int64_t{at} + after + 1, low(at));
  }
  bool full(std::int32_t at) const {
    return (from_start || at >= behind) && (to_end || at < std::int64_t{size} - after);
  }
  // The rows of a frame that no end of the group cuts off.
  std::int64_t width() const { return std::max<std::int64_t>(1, std::int64_t{behind} + after + 1); }

 private:
  std::int32_t within(std::int64_t at, std::int32_t least) const {
    return static_cast<std::int32_t>(std::min<std::int64_t>(std::max<std::int64_t>(at, least), size));
  }
};

struct WrittenFrames {
  std::vector<std::int32_t> lows, highs;
  std::vector<char> fulls;

  std::int32_t low(std::int32_t at) const { return lows[at]; }
  std::int32_t high(std::int32_t at) const { return highs[at]; }
  bool full(std::int32_t at) const { return fulls[at] == 1; }
  static constexpr char no_frame = 2;  // instead of full or not: a row without a date
};

// The frames of one group: positions low to high (exclusive), counted from the group's first.
struct Bounds {
  bool is_even = false;
  EvenFrames even;
  WrittenFrames written;

  std::int32_t low(std::size_t at) const { return is_even ? even.low(at) : written.low(at); }
  std::int32_t high(std::size_t at) const { return is_even ? even.high(at) : written.high(at); }
  bool full(std::size_t at) const { return is_even ? even.full(at) : written.full(at); }
  bool none(std::size_t at) const {
    return !is_even && written.fulls[at] == WrittenFrames::no_frame;
  }
};

// `days` are the dates of the rows as days since 1970-01-01, or empty.
void frames_of(const RowsInOrder& arrangement, std::size_t group, const Frame& frame,
               const ColumnView& days, Bounds& bounds, FrameFacts& facts);

}  // namespace idle
