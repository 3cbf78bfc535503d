#include "folds/counted_values.h"

#include <algorithm>
#include <limits>

#include "base/hash.h"
#include "base/parallel.h"

namespace idle {

namespace {

constexpr std::size_t slots = std::size_t{1} << 14, batch = std::size_t{1} << 18;
constexpr std::size_t most_runs = 12;  // in memory
constexpr std::size_t piece_values = std::size_t{1} << 14;
constexpr std::uint32_t most_times = std::numeric_limits<std::uint32_t>::max();

bool before(const CountedValue& a, const CountedValue& b) {
  return a.group != b.group ? a.group < b.group : a.key < b.key;
}

bool same(const CountedValue& a, const CountedValue& b) { return a.group == b.group && a.key == b.key; }

constexpr int digit_bits = 11, key_digits = 6, all_digits = key_digits + 3;
constexpr std::uint32_t digit_mask = (1u << digit_bits) - 1;

std::uint32_t digit_of(const CountedValue& value, int digit) {
  const bool of_key = digit < key_digits;
  const std::uint64_t bits = of_key ? value.key : static_cast<std::uint32_t>(value.group);
  return static_cast<std::uint32_t>(bits >> digit_bits * (of_key ? digit : digit - key_digits)) & digit_mask;
}

// In order of groups and values, digit after digit from the lowest; a digit that is the same in all is passed over.
void sort_values(std::vector<CountedValue>& values) {
  if (std::is_sorted(values.begin(), values.end(), before)) return;
  const std::size_t n = values.size();
  if (n < 2048) return std::sort(values.begin(), values.end(), before);
  std::vector<std::size_t> counts(all_digits << digit_bits, 0);
  for (const CountedValue& value : values) {
    for (int d = 0; d < all_digits; ++d) ++counts[static_cast<std::size_t>(d) << digit_bits | digit_of(value, d)];
  }
  std::vector<CountedValue> other(n);
  for (int d = 0; d < all_digits; ++d) {
    check_stop();
    std::size_t* at = counts.data() + (static_cast<std::size_t>(d) << digit_bits);
    if (at[digit_of(values[0], d)] == n) continue;
    std::size_t sum = 0;
    for (std::size_t k = 0; k <= digit_mask; ++k) {
      const std::size_t count = at[k];
      at[k] = sum;
      sum += count;
    }
    for (const CountedValue& value : values) other[at[digit_of(value, d)]++] = value;
    values.swap(other);
  }
}

// Puts a value behind others, to the last one if that is the same.
void put(std::vector<CountedValue>& values, const CountedValue& value) {
  if (!values.empty() && same(values.back(), value) && values.back().times <= most_times - value.times) {
    values.back().times += value.times;
  } else {
    values.push_back(value);
  }
}

}  // namespace

CountedValues::CountedValues() = default;

void CountedValues::add(const CountedValue& value) {
  fresh_.push_back(value);
  if (fresh_.size() >= batch) settle();
}

// Few different values are counted in a small table; where it does not help, they go by it for a while.
void CountedValues::add(std::int32_t group, std::uint64_t key) {
  static const HashSeed seed = hash_seed();
  if (direct_ > 0) {
    --direct_;
    return add({key, group, 1});
  }
  if (slots_.empty()) slots_.assign(slots, CountedValue{0, 0, 0});
  std::size_t at = seed.mixed(key ^ static_cast<std::uint64_t>(group) << 40) >> 50;
  for (;; at = (at + 1) % slots) {
    CountedValue& slot = slots_[at];
    if (slot.times == 0) {
      slot = {key, group, 1};
      if (++used_ > slots / 2) empty_slots();
      return;
    }
    if (slot.key == key && slot.group == group && slot.times < most_times) {
      ++slot.times;
      ++hits_;
      return;
    }
  }
}

void CountedValues::empty_slots() const {
  if (used_ == 0) return;
  if (hits_ < used_) direct_ = 16 * slots;
  used_ = hits_ = 0;
  for (CountedValue& slot : slots_) {
    if (slot.times > 0) fresh_.push_back(slot);
    slot.times = 0;
  }
}

// What is not in order yet becomes a run of its own.
void CountedValues::settle() const {
  empty_slots();
  if (fresh_.empty()) return;
  sort_values(fresh_);
  std::vector<CountedValue> sorted;
  sorted.reserve(fresh_.size());
  for (const CountedValue& value : fresh_) put(sorted, value);
  fresh_.clear();
  keep(std::move(sorted));
}

void CountedValues::keep(std::vector<CountedValue> sorted) const {
  if (sorted.empty()) return;
  in_memory_ += sorted.size();
  sorted_.push_back(std::move(sorted));
  if (sorted_.size() > most_runs) join();
  const SpillSetting setting = spill_now();
  if (!setting.folder.empty() && in_memory_ * sizeof(CountedValue) > setting.bytes) spill();
}

// The runs in memory as one; a long one is left alone while those behind it are much shorter.
void CountedValues::join() const {
  std::vector<CountedValue> longest;
  const auto at = std::max_element(sorted_.begin(), sorted_.end(),
                                   [](const auto& a, const auto& b) { return a.size() < b.size(); });
  const bool alone = 4 * at->size() > 3 * in_memory_;
  if (alone) {
    longest.swap(*at);
    sorted_.erase(at);
  }
  std::vector<CountedValue> all;
  Reading reading(*this, false);
  while (const CountedValue* value = reading.next()) put(all, *value);
  sorted_.clear();
  in_memory_ = all.size() + longest.size();
  if (alone) sorted_.push_back(std::move(longest));
  sorted_.push_back(std::move(all));
}

void CountedValues::spill() const {
  std::vector<CountedValue> all;
  Reading reading(*this, false);
  while (const CountedValue* value = reading.next()) put(all, *value);
  const std::size_t bytes = all.size() * sizeof(CountedValue);
  Run run{std::make_shared<SpillFile>(spill_now().folder, bytes), all.size()};
  run.file->write(all.data(), bytes);
  runs_.push_back(std::move(run));
  sorted_.clear();
  in_memory_ = 0;
}

void CountedValues::merge(const CountedValues& later, MergeMap to) {
  const SpillSetting setting = spill_now();
  const std::size_t most = setting.folder.empty() ? 16 * batch : std::max(batch, setting.bytes / (2 * sizeof(CountedValue)));
  std::vector<CountedValue> moved;
  const auto give = [&] {
    sort_values(moved);
    keep(std::move(moved));
    moved.clear();
  };
  later.each([&](std::int32_t group, std::uint64_t key, std::uint32_t times) {
    const auto g = static_cast<std::size_t>(group);
    if (!to.takes(g)) return;
    put(moved, {key, static_cast<std::int32_t>(to[g]), times});
    if (moved.size() == most) give();
  });
  give();
}

void CountedValues::recode(const std::vector<std::int32_t>& codes) {
  CountedValues other;
  each([&](std::int32_t group, std::uint64_t key, std::uint32_t times) {
    if (key < 1 || key > codes.size()) throw BadState("a code in it stands for no text");
    other.add({static_cast<std::uint64_t>(codes[key - 1]), group, times});
  });
  *this = std::move(other);
}

void CountedValues::save(StateWriter& to) const {
  std::vector<CountedValue> all;
  each([&](std::int32_t group, std::uint64_t key, std::uint32_t times) { put(all, {key, group, times}); });
  to.put(static_cast<std::uint64_t>(all.size()));
  for (const CountedValue& value : all) to.put(value.key);
  for (const CountedValue& value : all) to.put(value.group);
  for (const CountedValue& value : all) to.put(value.times);
}

CountedValues CountedValues::load(StateReader& from, std::size_t groups) {
  CountedValues values;
  const auto n = from.get<std::uint64_t>();
  from.need(n, 16);
  std::vector<CountedValue> all(n);
  for (CountedValue& value : all) value.key = from.get<std::uint64_t>();
  for (CountedValue& value : all) value.group = from.get<std::int32_t>();
  for (CountedValue& value : all) value.times = from.get_within<std::uint32_t>(1, most_times);
  for (std::size_t i = 0; i < n; ++i) {
    const std::int32_t group = all[i].group;
    if (group < 0 || static_cast<std::size_t>(group) >= groups) throw BadState("a group in it is none");
    if (i > 0 && before(all[i], all[i - 1])) throw BadState("its values are not in order");
  }
  values.keep(std::move(all));
  return values;
}

CountedValues::Reading::Reading(const CountedValues& values, bool files) {
  for (std::size_t k = 0; files && k < values.runs_.size(); ++k) {
    sources_.emplace_back();
    sources_.back().run = &values.runs_[k];
  }
  for (const auto& run : values.sorted_) {
    sources_.emplace_back();
    sources_.back().at = run.data();
    sources_.back().end = run.data() + run.size();
  }
  for (std::size_t k = 0; k < sources_.size(); ++k) put_back(k);
}

bool CountedValues::Reading::later(std::size_t a, std::size_t b) const {
  return before(*sources_[b].at, *sources_[a].at);
}

// A source takes its turn again by the value at which it stands, if it has one.
void CountedValues::Reading::put_back(std::size_t k) {
  if (!refill(sources_[k])) return;
  turns_.push_back(k);
  std::push_heap(turns_.begin(), turns_.end(), [this](std::size_t a, std::size_t b) { return later(a, b); });
}

bool CountedValues::Reading::refill(Source& source) const {
  if (source.at != source.end) return true;
  if (source.run == nullptr) return false;
  const std::size_t n = std::min(piece_values, source.run->n - source.read);
  if (n == 0) return false;
  check_stop();
  source.piece.resize(n);
  source.run->file->read(source.read * sizeof(CountedValue), source.piece.data(), n * sizeof(CountedValue));
  source.read += n;
  source.at = source.piece.data();
  source.end = source.at + n;
  return true;
}

const CountedValue* CountedValues::Reading::next() {
  if (turns_.empty()) return nullptr;
  const std::size_t k = turns_[0];
  if (turns_.size() == 1) {
    turns_.clear();
  } else {
    std::pop_heap(turns_.begin(), turns_.end(), [this](std::size_t a, std::size_t b) { return later(a, b); });
    turns_.pop_back();
  }
  given_ = *sources_[k].at++;
  put_back(k);
  return &given_;
}

}  // namespace idle
