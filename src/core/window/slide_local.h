// One group's rows as a slider sees them: numbered from 0 in the group's order.
#pragma once
#include <algorithm>
#include <initializer_list>
#include <string>
#include <vector>

#include "window/slide.h"

namespace idle {

struct LocalRows {
  const MovingFigure* figure;
  const RowsInOrder* arrangement;
  std::size_t begin, size;
  Bounds bounds;
  bool complete;                    // every row is taken, and `taken` is not filled in
  std::vector<std::int32_t> taken;  // values taken before each position, and in all
  std::vector<double> numbers;      // of double columns, by position
  std::vector<std::int64_t> wholes;
  std::vector<double> weights;
  bool partial;

  std::size_t row(std::size_t at) const { return arrangement->row(begin + at); }
  bool takes(std::size_t at) const { return complete || taken[at] != taken[at + 1]; }
  std::int32_t taken_before(std::size_t at) const {
    return complete ? static_cast<std::int32_t>(at) : taken[at];
  }
  std::int32_t filled(std::size_t at) const {
    return taken_before(bounds.high(at)) - taken_before(bounds.low(at));
  }
  bool shown(std::size_t at) const {
    return bounds.full(at) || (partial && !bounds.none(at));
  }
};

inline void put_missing(double& to) { to = missing_number(); }
inline void put_missing(std::int32_t& to) { to = missing_int32; }
inline void put_missing(std::int64_t& to) { to = missing_int64; }

// Moves a slider over the frames of a group. A slider has add(at), remove(at) and value(at, n),
// where n is the number of values in the frame; with none the answer is missing.
template <bool gaps, typename Frames, typename Slider, typename Answer>
void move_along(const LocalRows& rows, const Frames& frames, Slider& slider, Answer* answers) {
  const auto size = static_cast<std::int32_t>(rows.size);
  const bool partial = rows.partial;
  std::int32_t from = 0, to = 0;
  constexpr std::int32_t stretch = 4096;  // rows between two looks at whether to stop
  for (std::int64_t begin = 0; begin < size; begin += stretch) {
    const auto end = static_cast<std::int32_t>(std::min<std::int64_t>(size, begin + stretch));
    for (auto at = static_cast<std::int32_t>(begin); at < end; ++at) {
      const std::int32_t low = frames.low(at), high = frames.high(at);
      for (; to < high; ++to) {
        if (!gaps || rows.takes(to)) slider.add(to);
      }
      for (; from < low; ++from) {
        if (!gaps || rows.takes(from)) slider.remove(from);
      }
      const std::int32_t n = gaps ? rows.taken[high] - rows.taken[low] : high - low;
      if (n == 0 || !(partial || frames.full(at))) {
        put_missing(answers[at]);
      } else {
        answers[at] = slider.value(at, n);
      }
    }
    if (end < size) check_stop();
  }
}

template <bool gaps, typename Slider, typename Answer>
void move_over_any(const LocalRows& rows, Slider& slider, Answer* answers) {
  const Bounds& bounds = rows.bounds;
  if (!bounds.is_even) return move_along<gaps>(rows, bounds.written, slider, answers);
  move_along<gaps>(rows, bounds.even, slider, answers);
}

template <typename Slider, typename Answer>
void move_over(const LocalRows& rows, Slider slider, Answer* answers) {
  if (rows.complete) {
    move_over_any<false>(rows, slider, answers);
  } else {
    move_over_any<true>(rows, slider, answers);
  }
}

// Moving figures that are worked in one way: what their answers are stored as, whether the values
// themselves are needed or only which rows are taken, and the work on one group.
struct MovingFamily {
  Storage storage;
  bool as_values;  // the answers are stored as the values are, whatever `storage` says
  bool reads_values;
  void (*work)(const LocalRows& rows, void* answers);
};

// A file that holds a family registers it under the names of its figures; nothing else lists them.
class RegisteredMoving {
 public:
  RegisteredMoving(std::initializer_list<const char*> names, const MovingFamily& family);
};

const MovingFamily& moving_family(const std::string& name);

}  // namespace idle
