#include "window/slide.h"

#include <algorithm>
#include <map>
#include <stdexcept>

#include "column/block_facts.h"
#include "exact/quantile.h"
#include "window/slide_local.h"

namespace idle {

namespace {

std::map<std::string, MovingFamily>& known_families() {
  static std::map<std::string, MovingFamily> families;
  return families;
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

void work_group(const MovingFamily& family, Storage storage, Scratch& scratch, double* staged,
                void* out) {
  LocalRows& rows = scratch.rows;
  if (storage == Storage::float64) {
    scratch.numbers.resize(rows.size);
    family.work(rows, scratch.numbers.data());
    if (staged == nullptr) return give_out(rows, scratch.numbers, out);
    const std::int32_t* local = rows.arrangement->local(rows.begin);
    for (std::size_t at = 0; at < rows.size; ++at) {
      staged[rows.begin + local[at]] = scratch.numbers[at];
    }
  } else if (storage == Storage::int32) {
    scratch.codes.resize(rows.size);
    family.work(rows, scratch.codes.data());
    give_out(rows, scratch.codes, out);
  } else {
    scratch.wholes.resize(rows.size);
    family.work(rows, scratch.wholes.data());
    give_out(rows, scratch.wholes, out);
  }
}

}  // namespace

RegisteredMoving::RegisteredMoving(std::initializer_list<const char*> names,
                                   const MovingFamily& family) {
  for (const char* name : names) known_families()[name] = family;
}

const MovingFamily& moving_family(const std::string& name) {
  const auto found = known_families().find(name);
  if (found == known_families().end()) {
    throw std::invalid_argument("no moving figure is called " + name);
  }
  return found->second;
}

Storage answer_storage(const MovingFigure& figure) {
  const MovingFamily& family = moving_family(figure.name);
  return family.as_values ? figure.values.storage : family.storage;
}

FrameFacts slide(const RowsInOrder& arrangement, const Frame& frame, const ColumnView& days,
                 const MovingFigure& figure, bool partial, void* out, const Work& work) {
  const MovingFamily& family = moving_family(figure.name);
  need_within(figure.n, -Reach::farthest, Reach::farthest, "how far a value is looked for");
  check_part(figure.p);
  const Storage storage = answer_storage(figure);
  const bool values_needed = family.reads_values;
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
