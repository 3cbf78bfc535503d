#include "window/neighbours.h"

#include <algorithm>
#include <atomic>
#include <cmath>

#include "column/calendar.h"

namespace idle {

namespace {

template <typename Body>
void each_group(const RowsInOrder& arrangement, const Work& work, const Body& body) {
  run_in_turn(work, workers_for(work, arrangement.rows()), arrangement.groups(),
              [&](int, std::size_t g) { body(arrangement.begin(g), arrangement.end(g)); });
}

double number_or_missing(const ColumnView& view, std::size_t row) {
  return is_missing_at(view, row) ? missing_number() : number_at(view, row);
}

std::int32_t numbered(std::size_t row) { return static_cast<std::int32_t>(row) + 1; }

}  // namespace

void rows_away(const RowsInOrder& arrangement, std::int64_t n, const ColumnView* skip,
               std::int32_t* out, const Work& work) {
  const auto farthest = static_cast<std::int64_t>(arrangement.rows()) + 1;
  n = std::max(-farthest, std::min(n, farthest));
  each_group(arrangement, work, [&](std::size_t begin, std::size_t end) {
    std::vector<std::int32_t> there;
    for (std::size_t at = begin; skip != nullptr && at < end; ++at) {
      if (!is_missing_at(*skip, arrangement.row(at)))
        there.push_back(numbered(arrangement.row(at)));
    }
    std::int64_t before = 0;  // values that are there before this row
    for (std::size_t at = begin; at < end; ++at) {
      const std::size_t row = arrangement.row(at);
      if (skip == nullptr) {
        const std::int64_t wanted = static_cast<std::int64_t>(at) - n;
        const bool inside =
            wanted >= static_cast<std::int64_t>(begin) && wanted < static_cast<std::int64_t>(end);
        out[row] = inside ? numbered(arrangement.row(wanted)) : missing_int32;
        continue;
      }
      const bool here = !is_missing_at(*skip, row);
      const std::int64_t wanted = n > 0 ? before - n : before + here - n - 1;
      const bool inside = wanted >= 0 && wanted < static_cast<std::int64_t>(there.size());
      out[row] = n == 0 ? numbered(row) : inside ? there[wanted] : missing_int32;
      before += here;
    }
  });
}

void rows_carried(const RowsInOrder& arrangement, const ColumnView& values, std::int32_t* out,
                  const Work& work) {
  each_group(arrangement, work, [&](std::size_t begin, std::size_t end) {
    std::int32_t last = missing_int32;
    for (std::size_t at = begin; at < end; ++at) {
      const std::size_t row = arrangement.row(at);
      if (!is_missing_at(values, row)) last = numbered(row);
      out[row] = last;
    }
  });
}

std::int64_t rows_earlier(const RowsInOrder& arrangement, const ColumnView& days, const Reach& span,
                      std::int32_t* out, const Work& work) {
  span.check();
  std::atomic<std::int64_t> several{0};
  each_group(arrangement, work, [&](std::size_t begin, std::size_t end) {
    std::int64_t repeats = 0;
    std::size_t there = begin;
    const auto day = [&](std::size_t at) {
      const double x = std::floor(number_or_missing(days, arrangement.row(at)));
      return std::isfinite(x) && std::fabs(x) < Reach::last_day ? static_cast<std::int64_t>(x) : INT64_MAX;
    };
    while (there < end && day(there) == INT64_MAX) ++there;
    for (std::size_t at = begin; at < end; ++at) {
      const std::size_t row = arrangement.row(at);
      out[row] = missing_int32;
      const std::int64_t here = day(at);
      if (here == INT64_MAX) continue;
      const std::int64_t wanted =
          span.unit == Reach::Unit::months ? months_later(here, -span.n) : here - span.n;
      while (there < end && day(there) < wanted) ++there;
      if (there == end || day(there) != wanted) continue;
      out[row] = numbered(arrangement.row(there));
      repeats += there + 1 < end && day(there + 1) == wanted;
    }
    several += repeats;
  });
  return several;
}

void number_runs(const RowsInOrder& arrangement, const ColumnView& values, double step, bool months,
                 std::int32_t* out, const Work& work) {
  if (months) whole_within(step, 0, Reach::farthest, "the months of a step");
  each_group(arrangement, work, [&](std::size_t begin, std::size_t end) {
    std::int32_t run = 0;
    double last = 0;
    for (std::size_t at = begin; at < end; ++at) {
      const std::size_t row = arrangement.row(at);
      const double x = number_or_missing(values, row);
      if (!std::isfinite(x)) {
        out[row] = missing_int32;
        continue;
      }
      const double reach =
          months && run > 0
              ? static_cast<double>(months_later(static_cast<std::int64_t>(std::floor(last)),
                                                 static_cast<std::int64_t>(step)))
              : last + step;
      if (run == 0 || !(x <= reach)) ++run;
      last = x;
      out[row] = run;
    }
  });
}

}  // namespace idle
