#include "match/partners.h"

#include <algorithm>
#include <memory>
#include <type_traits>

#include "base/dense_ids.h"
#include "column/gather.h"
#include "match/value_keys.h"

namespace idle {

namespace {

constexpr std::size_t block = 4096;
constexpr std::uint64_t nowhere = UINT64_MAX;
// Numbers that a table may have for each row: as many as take the memory of looking them up.
constexpr std::size_t room_a_row = 16;

// The different values of a key there, as numbers below size(). Values close to each other are their own
// numbers, counted from the least; others are looked up.
class ValueNumbers {
 public:
  ValueNumbers(const KeyPair& pair, const std::vector<std::int32_t>& order) : pair_(pair) {
    if (!pair.code_there.empty() || pair.there.kind == Kind::text) {
      least_ = 1;
      size_ = static_cast<std::uint64_t>(pair.there.levels) + 1;
      direct_ = true;
      return;
    }
    find_range(order);
    if (!direct_) number_all(order);
  }

  std::uint64_t size() const { return size_; }

  // The numbers of rows there, nowhere for a key that meets nothing.
  void there(const std::int32_t* rows, std::size_t n, std::uint64_t* out) const {
    as_stored(pair_.there, [&](const auto* x) {
      for (std::size_t i = 0; i < n; ++i) out[i] = number_of(x[rows[i]]);
    });
  }

  // The numbers of rows here, nowhere for what does not occur there.
  void here(std::size_t begin, std::size_t n, std::uint64_t* out) const {
    if (!pair_.code_there.empty()) {
      const std::int32_t* code = pair_.here.as<std::int32_t>() + begin;
      for (std::size_t i = 0; i < n; ++i) {
        const std::int32_t met = is_missing(code[i]) ? 0 : pair_.code_there[code[i] - 1];
        out[i] = met == 0 ? nowhere : static_cast<std::uint64_t>(met - 1);
      }
      return;
    }
    if (pair_.here.storage == Storage::int32 && pair_.there.storage == Storage::float64) {
      number_block<double>(pair_.here.as<std::int32_t>() + begin, n, out);
    } else if (pair_.here.storage == Storage::float64 && pair_.there.storage == Storage::int32) {
      const double* x = pair_.here.as<double>() + begin;
      for (std::size_t i = 0; i < n; ++i) {
        const bool whole = x[i] > -2147483648.0 && x[i] < 2147483648.0 && x[i] == std::floor(x[i]);
        out[i] = whole ? number_of(static_cast<std::int32_t>(x[i])) : nowhere;
      }
    } else {
      as_stored(pair_.here, [&](const auto* x) {
        number_block<std::decay_t<decltype(x[0])>>(x + begin, n, out);
      });
    }
  }

 private:
  template <typename T, typename From>
  void number_block(const From* x, std::size_t n, std::uint64_t* out) const {
    if (!direct_) {
      return ids_.find_all(n, [&](std::size_t i) { return value_key(static_cast<T>(x[i])); },
                           [&](std::size_t i, std::int32_t id) {
                             out[i] = id < 0 || meets_nothing(x[i]) ? nowhere : static_cast<std::uint64_t>(id);
                           });
    }
    for (std::size_t i = 0; i < n; ++i) {
      out[i] = meets_nothing(x[i]) ? nowhere : number_of(static_cast<T>(x[i]));
    }
  }

  template <typename T>
  std::uint64_t number_of(T x) const {
    if (meets_nothing(x)) return nowhere;
    if (direct_) {
      if (!(static_cast<double>(x) >= static_cast<double>(least_)) ||
          !(static_cast<double>(x) <= static_cast<double>(greatest_))) {
        return nowhere;
      }
      const auto whole = static_cast<std::int64_t>(x);
      if (static_cast<double>(whole) != static_cast<double>(x)) return nowhere;
      return static_cast<std::uint64_t>(whole - least_);
    }
    const std::int32_t id = ids_.find(value_key(x));
    return id < 0 ? nowhere : static_cast<std::uint64_t>(id);
  }

  // Whole numbers of a range that is not much wider than there are rows.
  void find_range(const std::vector<std::int32_t>& order) {
    double low = INFINITY, high = -INFINITY;
    bool whole = true;
    as_stored(pair_.there, [&](const auto* x) {
      for (const std::int32_t row : order) {
        if (meets_nothing(x[row])) continue;
        const auto value = static_cast<double>(x[row]);
        whole = whole && value == std::floor(value);
        low = std::min(low, value);
        high = std::max(high, value);
      }
    });
    if (low > high) low = high = 0;
    direct_ = whole && std::abs(low) < 1e15 && std::abs(high) < 1e15 &&
              high - low < 65536 + room_a_row * static_cast<double>(order.size());
    if (!direct_) return;
    least_ = static_cast<std::int64_t>(low);
    greatest_ = static_cast<std::int64_t>(high);
    size_ = static_cast<std::uint64_t>(greatest_ - least_) + 1;
  }

  void number_all(const std::vector<std::int32_t>& order) {
    as_stored(pair_.there, [&](const auto* x) {
      std::size_t done = 0;
      for (const std::int32_t row : order) {
        if ((++done & 0xFFFF) == 0) check_stop();
        if (!meets_nothing(x[row])) ids_.id_of(value_key(x[row]));
      }
    });
    size_ = std::max<std::uint64_t>(1, ids_.size());
  }

  const KeyPair& pair_;
  bool direct_ = false;
  std::int64_t least_ = 0, greatest_ = std::int64_t{1} << 31;
  std::uint64_t size_ = 1;
  DenseIds ids_;
};

// The numbers of several keys as one: side by side, digit after digit. Where that would not fit into a
// word, those so far are numbered anew.
class KeysTogether {
 public:
  KeysTogether(const std::vector<KeyPair>& keys, const std::vector<std::int32_t>& order) {
    numbers_.reserve(keys.size());
    for (const KeyPair& pair : keys) numbers_.emplace_back(pair, order);
    renumbered_.resize(keys.size());
    size_ = 1;
    for (std::size_t k = 0; k < keys.size(); ++k) {
      if (size_ > most / numbers_[k].size()) {
        renumber(k, order);
        size_ = std::max<std::uint64_t>(1, renumbered_[k]->size());
      }
      size_ *= numbers_[k].size();
    }
  }

  std::uint64_t size() const { return size_; }

  void there(const std::int32_t* rows, std::size_t n, std::uint64_t* out) const {
    joined(numbers_.size(), n, out, [&](const ValueNumbers& key, std::uint64_t* digits) { key.there(rows, n, digits); });
  }

  void here(std::size_t begin, std::size_t n, std::uint64_t* out) const {
    joined(numbers_.size(), n, out, [&](const ValueNumbers& key, std::uint64_t* digits) { key.here(begin, n, digits); });
  }

 private:
  static constexpr std::uint64_t most = std::uint64_t{1} << 62;

  template <typename Digits>
  void joined(std::size_t keys, std::size_t n, std::uint64_t* out, const Digits& digits_of) const {
    if (keys == 1) return digits_of(numbers_[0], out);
    std::fill(out, out + n, 0);
    std::uint64_t digits[block];
    for (std::size_t k = 0; k < keys; ++k) {
      digits_of(numbers_[k], digits);
      const DenseIds* again = renumbered_[k].get();
      for (std::size_t i = 0; i < n; ++i) {
        if (out[i] == nowhere) continue;
        if (again != nullptr) {
          const std::int32_t id = again->find(out[i]);
          out[i] = id < 0 ? nowhere : static_cast<std::uint64_t>(id);
        }
        out[i] = out[i] == nowhere || digits[i] == nowhere ? nowhere : out[i] * numbers_[k].size() + digits[i];
      }
    }
  }

  // The combinations of the keys before `k` that occur there.
  void renumber(std::size_t k, const std::vector<std::int32_t>& order) {
    auto ids = std::make_unique<DenseIds>();
    std::uint64_t slots[block];
    for (std::size_t at = 0; at < order.size(); at += block) {
      check_stop();
      const std::size_t n = std::min(block, order.size() - at);
      joined(k, n, slots, [&](const ValueNumbers& key, std::uint64_t* digits) { key.there(&order[at], n, digits); });
      for (std::size_t i = 0; i < n; ++i) {
        if (slots[i] != nowhere) ids->id_of(slots[i]);
      }
    }
    renumbered_[k] = std::move(ids);
  }

  std::vector<ValueNumbers> numbers_;
  std::vector<std::unique_ptr<DenseIds>> renumbered_;
  std::uint64_t size_;
};

// The number of each combination that occurs there: by a table where there are not many more that could,
// else looked up.
class SlotIds {
 public:
  SlotIds(std::uint64_t size, std::size_t rows) : direct_(size <= 65536 + room_a_row * rows) {
    if (direct_) table_.assign(size, -1);
  }

  std::int32_t id_of(std::uint64_t slot) {
    if (!direct_) return ids_.id_of(slot);
    if (table_[slot] < 0) table_[slot] = size_++;
    return table_[slot];
  }

  std::int32_t find(std::uint64_t slot) const { return direct_ ? table_[slot] : ids_.find(slot); }
  std::int32_t size() const { return direct_ ? size_ : ids_.size(); }

 private:
  bool direct_;
  std::int32_t size_ = 0;
  HugeVector<std::int32_t> table_;
  DenseIds ids_;
};

// Searches side by side, so that none waits for memory alone: each finds the last of its rising numbers that
// is at or before `now`, or the first. Without a branch, since nobody can foresee which way it goes.
template <typename T>
struct Search {
  const T* from;
  std::int64_t size;
  T now;
};

template <typename T>
void search_all(Search<T>* searches, std::size_t n) {
  for (bool going = true; going;) {
    going = false;
    for (std::size_t i = 0; i < n; ++i) {
      Search<T>& search = searches[i];
      const std::int64_t half = search.size / 2;
      search.from += (search.from[half] <= search.now) * half;
      search.size -= half;
      going |= search.size > 1;
    }
  }
}

// Whole days fit half a word, which is half the memory to search in.
bool are_small_wholes(const HugeVector<double>& x) {
  return std::all_of(x.begin(), x.end(), [](double value) { return std::abs(value) < 1e9 && value == std::floor(value); });
}

template <typename T>
T day_as(double now) {
  if constexpr (std::is_same_v<T, double>) return now;
  return static_cast<T>(std::floor(std::max(-2e9, std::min(2e9, now))));
}

}  // namespace

Partners::Partners(const std::vector<KeyPair>& keys, std::size_t rows_here, std::size_t rows_there,
                   const std::vector<std::int32_t>& order, const Work& work)
    : ids_(rows_here), id_there_(rows_there, -1) {
  const KeysTogether together(keys, order);
  SlotIds slot_ids(together.size(), order.size());
  std::uint64_t slots[block];
  for (std::size_t at = 0; at < order.size(); at += block) {
    check_stop();
    const std::size_t n = std::min(block, order.size() - at);
    together.there(&order[at], n, slots);
    for (std::size_t i = 0; i < n; ++i) {
      if (slots[i] != nowhere) id_there_[order[at + i]] = slot_ids.id_of(slots[i]);
    }
  }
  starts_.assign(slot_ids.size() + 1, 0);
  for (const std::int32_t row : order) {
    if (id_there_[row] >= 0) ++starts_[id_there_[row] + 1];
  }
  for (std::size_t id = 1; id < starts_.size(); ++id) starts_[id] += starts_[id - 1];
  rows_.resize(starts_.back());
  std::vector<std::int64_t> next(starts_.begin(), starts_.end() - 1);
  for (const std::int32_t row : order) {
    if (id_there_[row] >= 0) rows_[next[id_there_[row]]++] = row;
  }
  if (keys.size() == 1 && !keys[0].code_there.empty()) {
    HugeVector<std::int32_t> id_of_code;
    for (const std::int32_t code : keys[0].code_there) {
      id_of_code.push_back(code == 0 ? -1 : slot_ids.find(static_cast<std::uint64_t>(code - 1)));
    }
    look_up(keys[0].here.as<std::int32_t>(), rows_here, id_of_code.data(),
            id_of_code.size(), -1, ids_.data(), work);
    return;
  }
  run_parallel(work, workers_for(work, rows_here), rows_here, block, [&](int, std::size_t begin, std::size_t end) {
    std::uint64_t slot[block];
    together.here(begin, end - begin, slot);
    for (std::size_t i = 0; i < end - begin; ++i) ids_[begin + i] = slot[i] == nowhere ? -1 : slot_ids.find(slot[i]);
  });
}

// Counts are kept by slice and then handed over, since threads that count side by side wait for each other.
template <typename Find>
Meeting Partners::meeting(std::int32_t* partner, const Work& work, const Find& find) const {
  const int workers = workers_for(work, rows_here());
  std::vector<Meeting> parts(workers);
  for (Meeting& part : parts) part.used.assign(rows_there(), 0);
  run_parallel(work, workers, rows_here(), block, [&](int worker, std::size_t begin, std::size_t end) {
    Meeting& all = parts[worker];
    Meeting part;
    find(begin, end, part);
    std::uint8_t* const used = all.used.data();
    for (std::size_t row = begin; row < end; ++row) {
      if (is_missing(partner[row])) {
        part.alone.push_back(static_cast<std::int32_t>(row));
      } else {
        used[partner[row] - 1] = 1;
      }
    }
    all.alone.insert(all.alone.end(), part.alone.begin(), part.alone.end());
    all.pairs += part.pairs;
    all.most = std::max(all.most, part.most);
  });
  Meeting all = std::move(parts[0]);
  for (int worker = 1; worker < workers; ++worker) {
    const Meeting& part = parts[worker];
    all.alone.insert(all.alone.end(), part.alone.begin(), part.alone.end());
    all.pairs += part.pairs;
    all.most = std::max(all.most, part.most);
    for (std::size_t row = 0; row < rows_there(); ++row) all.used[row] |= part.used[row];
  }
  return all;
}

Meeting Partners::meet(std::int32_t* partner, const Work& work) const {
  HugeVector<std::int32_t> first(size());
  for (std::size_t id = 0; id < size(); ++id) first[id] = rows_[starts_[id]];
  const bool one_each = rows_.size() == size();
  Meeting all = meeting(partner, work, [&](std::size_t begin, std::size_t end, Meeting& part) {
    for (std::size_t row = begin; row < end; ++row) {
      const std::int32_t id = ids_[row];
      partner[row] = id < 0 ? missing_int32 : first[id] + 1;
      if (id < 0) continue;
      const std::int64_t here = one_each ? 1 : count(id);
      part.pairs += here;
      part.most = std::max(part.most, here);
    }
  });
  for (std::size_t id = 0; id < size(); ++id) {
    for (std::int64_t k = starts_[id] + 1; k < starts_[id + 1]; ++k) all.used[rows_[k]] = all.used[first[id]];
  }
  return all;
}

void Partners::places(std::int32_t* out) const {
  std::fill(out, out + rows_there(), 0);
  for (std::size_t row = 0; row < rows_here(); ++row) {
    const std::int32_t id = ids_[row];
    if (id >= 0) out[rows_[static_cast<std::size_t>(starts_[id])]] = static_cast<std::int32_t>(row) + 1;
  }
  auto next = static_cast<std::int32_t>(rows_here());
  for (std::size_t row = 0; row < rows_there(); ++row) {
    if (out[row] == 0) out[row] = ++next;
  }
}

void Partners::counts(std::int32_t* out, const Work& work) const {
  run_parallel(work, workers_for(work, rows_here()), rows_here(), block, [&](int, std::size_t begin, std::size_t end) {
    for (std::size_t row = begin; row < end; ++row) {
      out[row] = ids_[row] < 0 ? 0 : static_cast<std::int32_t>(count(ids_[row]));
    }
  });
}

void Partners::pairs(std::int32_t* here, std::int32_t* there) const {
  std::size_t at = 0;
  for (std::size_t row = 0; row < rows_here(); ++row) {
    if ((row & 0xFFFF) == 0) check_stop();
    const std::int32_t id = ids_[row];
    const std::int64_t n = id < 0 ? 1 : count(id);
    for (std::int64_t k = 0; k < n; ++k, ++at) {
      here[at] = static_cast<std::int32_t>(row) + 1;
      there[at] = id < 0 ? missing_int32 : partners(id)[k] + 1;
    }
  }
}

template <typename T>
Meeting Partners::search_partners(const ColumnView& day, const HugeVector<T>& begins, std::int32_t* partner,
                                  const Work& work) const {
  constexpr std::size_t beside = 16;
  const T none[] = {std::numeric_limits<T>::max()};
  Meeting all = meeting(partner, work, [&](std::size_t begin, std::size_t end, Meeting&) {
    Search<T> searches[beside];
    for (std::size_t at = begin; at < end; at += beside) {
      const std::size_t n = std::min(beside, end - at);
      for (std::size_t i = 0; i < n; ++i) {
        const double now = ids_[at + i] < 0 || is_missing_at(day, at + i) ? NAN : number_at(day, at + i);
        searches[i] = {none, 1, 0};
        if (std::isnan(now)) continue;
        searches[i] = {begins.data() + starts_[ids_[at + i]], count(ids_[at + i]), day_as<T>(now)};
      }
      search_all(searches, n);
      for (std::size_t i = 0; i < n; ++i) {
        const bool found = *searches[i].from <= searches[i].now;
        partner[at + i] = found ? rows_[searches[i].from - begins.data()] + 1 : missing_int32;
      }
    }
  });
  all.most = 1;
  return all;
}

Meeting Partners::in_force(const ColumnView& day, const ColumnView& since, std::int32_t* partner,
                           const Work& work) const {
  HugeVector<double> begins(rows_.size());
  for (std::size_t i = 0; i < rows_.size(); ++i) begins[i] = number_at(since, rows_[i]);
  if (!are_small_wholes(begins)) return search_partners(day, begins, partner, work);
  return search_partners(day, HugeVector<std::int32_t>(begins.begin(), begins.end()), partner, work);
}

}  // namespace idle
