#include "slide.h"

#include <algorithm>
#include <stdexcept>

#include "scan.h"
#include "slide_local.h"

namespace idle {

namespace {

enum class Family {
  count,
  total,
  whole,
  spread,
  weighted,
  extremes,
  quantile,
  distinct,
  mode,
  nth,
  shift
};

Family family_of(const std::string& name) {
  if (name == "count" || name == "missing") return Family::count;
  if (name == "sum" || name == "mean") return Family::total;
  if (name == "whole_sum") return Family::whole;
  if (name == "weighted_mean") return Family::weighted;
  if (name == "min" || name == "max") return Family::extremes;
  if (name == "var" || name == "sd" || name == "var_pop" || name == "sd_pop") return Family::spread;
  if (name == "quantile") return Family::quantile;
  if (name == "distinct") return Family::distinct;
  if (name == "mode") return Family::mode;
  if (name == "nth") return Family::nth;
  if (name == "shift") return Family::shift;
  throw std::invalid_argument("no moving figure is called " + name);
}

// Whether a row's value counts for the figure; "missing" counts the ones that are not there.
bool is_taken(const MovingFigure& figure, bool missing, std::size_t row) {
  if (figure.condition != nullptr && figure.condition[row] != 1) return false;
  const bool gone = (figure.values.data != nullptr && is_missing_at(figure.values, row)) ||
                    (figure.weights.data != nullptr && is_missing_at(figure.weights, row));
  return gone == missing;
}

void count_taken_rows(LocalRows& rows) {
  const bool missing = rows.figure->name == "missing";
  rows.taken.resize(rows.size + 1);
  std::int32_t count = 0;
  for (std::size_t at = 0; at < rows.size; ++at) {
    rows.taken[at] = count;
    count += is_taken(*rows.figure, missing, rows.row(at));
  }
  rows.taken[rows.size] = count;
}

template <typename T, typename To>
void bring(const LocalRows& rows, const T* from, std::vector<To>& to) {
  rows.arrangement->bring(rows.begin, rows.size, from, to);
}

// A column of doubles staged for all groups, whose places then take the answers.
void bring_staged(LocalRows& rows, const double* staged) {
  rows.numbers.resize(rows.size);
  const std::int32_t* local = rows.arrangement->local(rows.begin);
  const double* here = staged + rows.begin;
  for (std::size_t at = 0; at < rows.size; ++at) rows.numbers[at] = here[local[at]];
}

void bring_values(LocalRows& rows, const double* staged) {
  const ColumnView& values = rows.figure->values;
  rows.numbers.clear();
  rows.wholes.clear();
  if (values.data == nullptr) return;
  if (staged != nullptr) {
    bring_staged(rows, staged);
  } else if (values.storage == Storage::float64) {
    bring(rows, values.as<double>(), rows.numbers);
  }
  if (values.storage == Storage::int64) bring(rows, values.as<std::int64_t>(), rows.wholes);
  if (values.storage == Storage::int32) bring(rows, values.as<std::int32_t>(), rows.wholes);
  if (rows.figure->weights.data == nullptr) return;
  bring(rows, rows.figure->weights.as<double>(), rows.weights);
}

// Doubles at hand need not be looked up again.
void count_taken_numbers(LocalRows& rows) {
  rows.complete = !any_nan(rows.numbers.data(), rows.size) ||
                  std::none_of(rows.numbers.begin(), rows.numbers.end(),
                               [](double x) { return is_missing(x); });
  if (rows.complete) return;
  rows.taken.resize(rows.size + 1);
  std::int32_t count = 0;
  for (std::size_t at = 0; at < rows.size; ++at) {
    rows.taken[at] = count;
    count += !(rows.numbers[at] != rows.numbers[at] && is_missing(rows.numbers[at]));
  }
  rows.taken[rows.size] = count;
}

void count_taken(LocalRows& rows, bool values_at_hand) {
  const MovingFigure& figure = *rows.figure;
  rows.complete = false;
  const bool plain = figure.condition == nullptr && figure.weights.data == nullptr;
  if (plain && values_at_hand && !rows.numbers.empty()) {
    count_taken_numbers(rows);
  } else {
    count_taken_rows(rows);
  }
}

void count_frames(const LocalRows& rows, std::int32_t* answers) {
  for (std::size_t at = 0; at < rows.size; ++at) {
    answers[at] = rows.shown(at) ? rows.filled(at) : missing_int32;
  }
}

// The n-th value taken in each frame, as a row from 1.
void pick_nth(const LocalRows& rows, std::int32_t* answers) {
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

template <typename T>
void give_out(const LocalRows& rows, const std::vector<T>& answers, void* out) {
  rows.arrangement->give_out(rows.begin, rows.size, answers.data(), static_cast<T*>(out));
}

// What a worker keeps from group to group.
struct Scratch {
  LocalRows rows;
  std::vector<double> numbers;
  std::vector<std::int32_t> codes;
  std::vector<std::int64_t> wholes;
  FrameFacts facts;
};

void shift_values(const LocalRows& rows, double* answers) {
  const auto size = static_cast<std::int64_t>(rows.size);
  for (std::int64_t at = 0; at < size; ++at) {
    const std::int64_t from = at - rows.figure->n;
    answers[at] = from >= 0 && from < size ? rows.numbers[from] : missing_number();
  }
}

void work_numbers(Family family, Scratch& scratch) {
  double* answers = scratch.numbers.data();
  if (family == Family::shift) return shift_values(scratch.rows, answers);
  if (family == Family::total) return slide_totals(scratch.rows, answers);
  if (family == Family::spread) return slide_spread(scratch.rows, answers);
  if (family == Family::weighted) return slide_weighted(scratch.rows, answers);
  if (family == Family::quantile) return slide_quantiles(scratch.rows, answers);
  slide_extremes(scratch.rows, answers);
}

void work_codes(Family family, Scratch& scratch) {
  std::int32_t* answers = scratch.codes.data();
  if (family == Family::count) return count_frames(scratch.rows, answers);
  if (family == Family::distinct) return slide_distinct(scratch.rows, answers);
  if (family == Family::mode) return slide_modes(scratch.rows, answers);
  if (family == Family::nth) return pick_nth(scratch.rows, answers);
  slide_extremes(scratch.rows, answers);
}

void work_wholes(Family family, Scratch& scratch) {
  if (family == Family::whole) return slide_whole_sums(scratch.rows, scratch.wholes.data());
  slide_extremes(scratch.rows, scratch.wholes.data());
}

void work_group(Family family, Storage storage, Scratch& scratch, double* staged, void* out) {
  LocalRows& rows = scratch.rows;
  if (storage == Storage::float64) {
    scratch.numbers.resize(rows.size);
    work_numbers(family, scratch);
    if (staged == nullptr) return give_out(rows, scratch.numbers, out);
    const std::int32_t* local = rows.arrangement->local(rows.begin);
    for (std::size_t at = 0; at < rows.size; ++at) {
      staged[rows.begin + local[at]] = scratch.numbers[at];
    }
  } else if (storage == Storage::int32) {
    scratch.codes.resize(rows.size);
    work_codes(family, scratch);
    give_out(rows, scratch.codes, out);
  } else {
    scratch.wholes.resize(rows.size);
    work_wholes(family, scratch);
    give_out(rows, scratch.wholes, out);
  }
}

}  // namespace

Storage answer_storage(const MovingFigure& figure) {
  switch (family_of(figure.name)) {
    case Family::count:
    case Family::distinct:
    case Family::mode:
    case Family::nth:
      return Storage::int32;
    case Family::whole:
      return Storage::int64;
    case Family::extremes:
      return figure.values.storage;
    default:
      return Storage::float64;
  }
}

FrameFacts slide(const Arrangement& arrangement, const Frame& frame, const ColumnView& days,
                 const MovingFigure& figure, bool partial, void* out, const Work& work) {
  const Family family = family_of(figure.name);
  const Storage storage = answer_storage(figure);
  const bool values_needed = family != Family::count && family != Family::nth;
  const int workers = workers_for(work, arrangement.rows());
  std::vector<Scratch> scratch(workers);
  const bool by_stage = values_needed && storage == Storage::float64 && arrangement.can_stage() &&
                        figure.values.data != nullptr && figure.values.storage == Storage::float64;
  Buffer<double> stage(by_stage ? arrangement.rows() : 0);
  double* staged = by_stage ? stage.data() : nullptr;
  if (by_stage) arrangement.stage(figure.values.as<double>(), staged, work);
  run_in_turn(work, workers, arrangement.groups(), [&](int w, std::size_t g) {
    LocalRows& rows = scratch[w].rows;
    rows.figure = &figure;
    rows.arrangement = &arrangement;
    rows.partial = partial;
    rows.begin = arrangement.begin(g);
    rows.size = arrangement.end(g) - rows.begin;
    frames_of(arrangement, g, frame, days, rows.bounds, scratch[w].facts);
    if (values_needed) bring_values(rows, staged);
    count_taken(rows, values_needed);
    work_group(family, storage, scratch[w], staged, out);
  });
  if (by_stage) arrangement.unstage(staged, static_cast<double*>(out), work);
  FrameFacts facts;
  for (const Scratch& each : scratch) facts.add(each.facts);
  return facts;
}

}  // namespace idle
