#include "window/frames.h"

#include <algorithm>
#include <cmath>

#include "base/vectorise.h"
#include "column/calendar.h"

namespace idle {

namespace {

constexpr std::int64_t undated = INT64_MAX;

std::int64_t day_at(const ColumnView& view, std::size_t row) {
  if (view.storage == Storage::int32) {
    const std::int32_t x = view.as<std::int32_t>()[row];
    return is_missing(x) ? undated : x;
  }
  const double x = view.as<double>()[row];
  return std::isfinite(x) && std::fabs(x) < Reach::last_day ? static_cast<std::int64_t>(std::floor(x)) : undated;
}

std::vector<std::int64_t> days_in(const RowsInOrder& arrangement, std::size_t group,
                                  const ColumnView& days) {
  if (days.data == nullptr) return {};
  const std::size_t begin = arrangement.begin(group), m = arrangement.end(group) - begin;
  std::vector<std::int64_t> result(m);
  if (arrangement.wholes_of(days.data, begin, m, undated, result.data())) return result;
  for (std::size_t k = 0; k < m; ++k) result[k] = day_at(days, arrangement.row(begin + k));
  return result;
}

EvenFrames even_frames(const Frame& frame, std::int32_t m) {
  const auto limited = [m](const Reach& reach) {
    return static_cast<std::int32_t>(
        std::max<std::int64_t>(std::min<std::int64_t>(reach.n, m), -m));
  };
  return {m, limited(frame.behind), limited(frame.ahead), frame.behind.unit == Reach::Unit::end,
          frame.ahead.unit == Reach::Unit::end};
}

// Rows that tie share a frame: from the start of that of the first of them to the end of that of the
// last, and all that tie with its last row.
void take_in_ties(const RowsInOrder& arrangement, std::size_t group, Bounds& bounds) {
  const std::size_t begin = arrangement.begin(group), m = bounds.even.size;
  std::size_t end = 0;
  for (std::size_t from = 0, to = 0; from < m; from = to) {
    for (to = from + 1; to < m && arrangement.ties_with_last(begin + to);) ++to;
    end = std::max<std::size_t>(end, bounds.even.high(to - 1));
    while (end > 0 && end < m && arrangement.ties_with_last(begin + end)) ++end;
    for (std::size_t i = from; i < to; ++i) {
      bounds.written.lows[i] = bounds.even.low(from);
      bounds.written.highs[i] = static_cast<std::int32_t>(end);
      bounds.written.fulls[i] = bounds.even.full(from) && bounds.even.full(to - 1);
    }
  }
  bounds.is_even = false;
}

std::int64_t reached(std::int64_t day, const Reach& reach, int side) {
  const std::int64_t end =
      reach.unit == Reach::Unit::months ? months_later(day, side * reach.n) : day + side * reach.n;
  return reach.short_of ? end - side : end;
}

// The rows that have a date: without one are the first (where the date lies before all calendars)
// and the last.
struct DatedRows {
  std::size_t begin, end;
  std::size_t size() const { return end - begin; }
};

DatedRows dated_rows_of(const std::vector<std::int64_t>& days) {
  DatedRows rows{0, days.size()};
  while (rows.end > 0 && days[rows.end - 1] == undated) --rows.end;
  while (rows.begin < rows.end && days[rows.begin] == undated) ++rows.begin;
  return rows;
}

void frame_days(const std::vector<std::int64_t>& days, const Frame& frame, WrittenFrames& bounds,
                FrameFacts& facts) {
  const std::size_t m = days.size();
  const DatedRows dated_rows = dated_rows_of(days);
  const std::size_t first = dated_rows.begin, dated = dated_rows.end;
  std::size_t low = first, high = first;
  for (std::size_t i = 0; i < m; ++i) {
    if ((i & 0xFFFF) == 0xFFFF) check_stop();
    if (i < first || i >= dated) {
      bounds.lows[i] = bounds.highs[i] = static_cast<std::int32_t>(i < first ? first : dated);
      bounds.fulls[i] = WrittenFrames::no_frame;
      ++facts.undated;
      continue;
    }
    const bool no_start = frame.behind.unit == Reach::Unit::end;
    const bool no_end = frame.ahead.unit == Reach::Unit::end;
    const std::int64_t from = no_start ? days[first] : reached(days[i], frame.behind, -1);
    const std::int64_t to = no_end ? days[dated - 1] : reached(days[i], frame.ahead, 1);
    while (low < dated && days[low] < from) ++low;
    high = std::max(high, low);
    while (high < dated && days[high] <= to) ++high;
    bounds.lows[i] = static_cast<std::int32_t>(low);
    bounds.highs[i] = static_cast<std::int32_t>(high);
    bounds.fulls[i] = from >= days[first] && (to <= days[dated - 1] || frame.ahead.n == 0);
  }
}

// Days that occur, counted up to each position.
void note_gaps(const std::vector<std::int64_t>& days, const Frame& frame, const Bounds& bounds,
               FrameFacts& facts) {
  std::vector<std::int32_t> different(days.size() + 1, 0);
  for (std::size_t i = 0; i < days.size(); ++i) {
    different[i + 1] = different[i] + (i == 0 || days[i] != days[i - 1]);
  }
  for (std::size_t i = 0; i < days.size(); ++i) {
    if (days[i] == undated) continue;
    if (!bounds.full(i) || frame.behind.unit == Reach::Unit::end) continue;
    const std::int64_t from = reached(days[i], frame.behind, -1);
    const std::int64_t to = reached(days[i], frame.ahead, 1);
    const std::int32_t low = bounds.low(i), high = bounds.high(i);
    const bool shared = low > 0 && low < high && days[low] == days[low - 1];
    const std::int64_t present = different[high] - different[low] + (shared ? 1 : 0);
    facts.gappy += present < to - from + 1;
  }
}

// The days between two, of which either may be none.
inline std::int64_t apart(std::int64_t later, std::int64_t day) {
  return static_cast<std::int64_t>(static_cast<std::uint64_t>(later) - static_cast<std::uint64_t>(day));
}

// Counts the spans of more than `rows` days from each day to the one so many places on.
IDLE_WIDE void count_wide(const std::int64_t* days, std::size_t n, std::size_t on,
                          std::int64_t rows, std::int64_t& wide, std::int64_t& widest) {
  std::int64_t count = 0, most = 0;
  for (std::size_t i = 0; i < n; ++i) {
    const std::int64_t span = apart(days[i + on], days[i] - 1);
    count += span > rows ? 1 : 0;
    most = span > most ? span : most;
  }
  wide += count;
  if (count > 0) widest = std::max(widest, most);
}

void note_widths(const std::vector<std::int64_t>& days, const EvenFrames& frames,
                 FrameFacts& facts) {
  const std::int64_t on = static_cast<std::int64_t>(frames.behind) + frames.after;
  const DatedRows rows = dated_rows_of(days);
  const auto dated = static_cast<std::int64_t>(rows.size());
  if (frames.from_start || frames.to_end || on < 1 || on >= dated) return;
  count_wide(days.data() + rows.begin, static_cast<std::size_t>(dated - on), static_cast<std::size_t>(on),
             on + 1, facts.wide, facts.widest);
}

IDLE_WIDE void count_steps(const std::int64_t* days, std::size_t n, std::int64_t& same,
                           std::int64_t& next) {
  std::int64_t equal = 0, one = 0;
  for (std::size_t i = 1; i < n; ++i) {
    const std::int64_t step = apart(days[i], days[i - 1]);
    equal += step == 0 ? 1 : 0;
    one += step == 1 ? 1 : 0;
  }
  same += equal;
  next += one;
}

void note_steps(const std::vector<std::int64_t>& days, FrameFacts& facts) {
  const DatedRows rows = dated_rows_of(days);
  if (rows.size() < 2) return;
  facts.steps += static_cast<std::int64_t>(rows.size()) - 1;
  count_steps(days.data() + rows.begin, rows.size(), facts.same_day, facts.next_day);
}

}  // namespace

bool by_calendar(const Frame& frame) {
  const auto dated = [](const Reach& reach) {
    return reach.unit == Reach::Unit::days || reach.unit == Reach::Unit::months;
  };
  return dated(frame.behind) || dated(frame.ahead);
}

void FrameFacts::add(const FrameFacts& other) {
  incomplete += other.incomplete;
  undated += other.undated;
  wide += other.wide;
  widest = std::max(widest, other.widest);
  gappy += other.gappy;
  steps += other.steps;
  same_day += other.same_day;
  next_day += other.next_day;
}

void frames_of(const RowsInOrder& arrangement, std::size_t group, const Frame& frame,
               const ColumnView& days, Bounds& bounds, FrameFacts& facts) {
  frame.behind.check();
  frame.ahead.check();
  const std::size_t m = arrangement.end(group) - arrangement.begin(group);
  const bool noted = by_calendar(frame) || frame.behind.unit == Reach::Unit::rows;
  const std::vector<std::int64_t> dates =
      noted ? days_in(arrangement, group, days) : std::vector<std::int64_t>();
  bounds.is_even = !by_calendar(frame);
  if (!bounds.is_even || frame.together) {
    bounds.written.lows.resize(m);
    bounds.written.highs.resize(m);
    bounds.written.fulls.resize(m);
  }
  if (bounds.is_even) {
    bounds.even = even_frames(frame, static_cast<std::int32_t>(m));
    if (frame.together) take_in_ties(arrangement, group, bounds);
    if (!dates.empty()) {
      note_steps(dates, facts);
      note_widths(dates, bounds.even, facts);
    }
  } else {
    frame_days(dates, frame, bounds.written, facts);
    note_gaps(dates, frame, bounds, facts);
  }
  std::int64_t incomplete = 0;
  for (std::size_t at = 0; at < m; ++at) incomplete += !bounds.full(at);
  facts.incomplete += incomplete;
}

}  // namespace idle
