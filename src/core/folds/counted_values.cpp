#include "folds/counted_values.h"

#include <algorithm>
#include <limits>

#include "base/hash.h"
#include "base/parallel.h"

namespace idle {

namespace {

constexpr std::size_t slots = std::size_t{1} << 14, smallest_batch = std::size_t{1} << 18;
constexpr std::size_t piece_values = std::size_t{1} << 14;
constexpr std::uint32_t most_times = std::numeric_limits<std::uint32_t>::max();

bool before(const CountedValue& a, const CountedValue& b) {
  return a.group != b.group ? a.group < b.group : a.key < b.key;
}

bool same(const CountedValue& a, const CountedValue& b) { return a.group == b.group && a.key == b.key; }

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
  if (fresh_.size() >= std::max(smallest_batch, sorted_.size() / 2)) settle();
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
  if (fresh_.size() >= std::max(smallest_batch, sorted_.size() / 2)) settle();
}

void CountedValues::settle() const {
  empty_slots();
  if (fresh_.empty()) return;
  std::sort(fresh_.begin(), fresh_.end(), asking(before));
  std::vector<CountedValue> all;
  all.reserve(sorted_.size() + fresh_.size());
  auto a = sorted_.begin();
  for (const CountedValue& value : fresh_) {
    while (a != sorted_.end() && !before(value, *a)) put(all, *a++);
    put(all, value);
  }
  while (a != sorted_.end()) put(all, *a++);
  sorted_.swap(all);
  fresh_.clear();
  if (is_to_spill()) spill();
}

bool CountedValues::is_to_spill() const {
  const SpillSetting setting = spill_now();
  return !setting.folder.empty() && sorted_.size() * sizeof(CountedValue) > setting.bytes;
}

void CountedValues::spill() const {
  const std::size_t bytes = sorted_.size() * sizeof(CountedValue);
  Run run{std::make_shared<SpillFile>(spill_now().folder, bytes), sorted_.size()};
  run.file->write(sorted_.data(), bytes);
  runs_.push_back(std::move(run));
  std::vector<CountedValue>().swap(sorted_);
}

void CountedValues::merge(const CountedValues& later, MergeMap to) {
  later.each([&](std::int32_t group, std::uint64_t key, std::uint32_t times) {
    const auto g = static_cast<std::size_t>(group);
    if (to.takes(g)) add({key, static_cast<std::int32_t>(to[g]), times});
  });
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
  auto& all = values.sorted_;
  all.resize(n);
  for (CountedValue& value : all) value.key = from.get<std::uint64_t>();
  for (CountedValue& value : all) value.group = from.get<std::int32_t>();
  for (CountedValue& value : all) value.times = from.get_within<std::uint32_t>(1, most_times);
  for (std::size_t i = 0; i < n; ++i) {
    const std::int32_t group = all[i].group;
    if (group < 0 || static_cast<std::size_t>(group) >= groups) throw BadState("a group in it is none");
    if (i > 0 && before(all[i], all[i - 1])) throw BadState("its values are not in order");
  }
  return values;
}

CountedValues::Reading::Reading(const CountedValues& values) {
  values.settle();
  for (const Run& run : values.runs_) {
    sources_.emplace_back();
    sources_.back().run = &run;
  }
  sources_.emplace_back();
  sources_.back().at = values.sorted_.data();
  sources_.back().end = values.sorted_.data() + values.sorted_.size();
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
