// Moving figures that only look at which rows a frame takes: counts, the n-th value, and the value so
// many rows before.
#include "window/slide_local.h"

namespace idle {

namespace {

void count_frames(const LocalRows& rows, void* out) {
  auto* answers = static_cast<std::int32_t*>(out);
  for (std::size_t at = 0; at < rows.size; ++at) {
    answers[at] = rows.shown(at) ? rows.filled(at) : missing_int32;
  }
}

// The n-th value taken in each frame, as a row from 1.
void pick_nth(const LocalRows& rows, void* out) {
  auto* answers = static_cast<std::int32_t*>(out);
  std::vector<std::int32_t> place;
  for (std::size_t at = 0; at < rows.size; ++at) {
    if (rows.takes(at)) place.push_back(static_cast<std::int32_t>(at));
  }
  const std::int64_t n = rows.figure->n;
  for (std::size_t at = 0; at < rows.size; ++at) {
    const std::int64_t first = rows.taken_before(rows.bounds.low(at));
    const std::int64_t last = rows.taken_before(rows.bounds.high(at));
    const std::int64_t wanted = n > 0 ? first + n - 1 : last + n;
    const bool there = rows.shown(at) && wanted >= first && wanted < last;
    answers[at] = there ? static_cast<std::int32_t>(rows.row(place[wanted])) + 1 : missing_int32;
  }
}

void shift_values(const LocalRows& rows, void* out) {
  auto* answers = static_cast<double*>(out);
  const auto size = static_cast<std::int64_t>(rows.size);
  for (std::int64_t at = 0; at < size; ++at) {
    const std::int64_t from = at - rows.figure->n;
    answers[at] = from >= 0 && from < size ? rows.numbers[from] : missing_number();
  }
}

const RegisteredMoving counts({"count", "missing"}, {Storage::int32, false, false, count_frames});
const RegisteredMoving nth({"nth"}, {Storage::int32, false, false, pick_nth});
const RegisteredMoving shift({"shift"}, {Storage::float64, false, true, shift_values});

}  // namespace

}  // namespace idle
