// Each different value of each group with how often it stands there, in the order of groups and values. Beyond the
// memory allowed they go to files in sorted runs, which are read side by side in the end.
#pragma once
#include <cstdint>
#include <memory>
#include <vector>

#include "base/merge_map.h"
#include "base/spill.h"
#include "base/state_bytes.h"

namespace idle {

struct CountedValue {
  std::uint64_t key;  // orders as the values do
  std::int32_t group;
  std::uint32_t times;
};

class CountedValues {
 public:
  CountedValues();
  void add(std::int32_t group, std::uint64_t key);
  void add(const CountedValue& value);
  void merge(const CountedValues& later, MergeMap to);
  void recode(const std::vector<std::int32_t>& codes);
  void save(StateWriter& to) const;
  static CountedValues load(StateReader& from, std::size_t groups);

  // visit(group, key, times) in order; the same value may come several times, one after another.
  template <typename Visit>
  void each(const Visit& visit) const {
    settle();
    Reading reading(*this);
    while (const CountedValue* value = reading.next()) visit(value->group, value->key, value->times);
  }

 private:
  struct Run {
    std::shared_ptr<SpillFile> file;
    std::size_t n;
  };
  // Values from one run, a piece at a time.
  struct Source {
    const Run* run = nullptr;  // null: one in memory
    std::vector<CountedValue> piece;
    const CountedValue *at = nullptr, *end = nullptr;
    std::size_t read = 0;
  };
  class Reading {
   public:
    // `files`: those in files as well as those in memory.
    explicit Reading(const CountedValues& values, bool files = true);
    const CountedValue* next();

   private:
    bool refill(Source& source) const;
    bool later(std::size_t a, std::size_t b) const;
    void put_back(std::size_t k);
    std::vector<Source> sources_;
    std::vector<std::size_t> turns_;  // a heap of sources by their next values
    CountedValue given_{};
  };

  void settle() const;
  void empty_slots() const;
  void keep(std::vector<CountedValue> sorted) const;
  void join() const;
  void spill() const;

  mutable std::vector<CountedValue> slots_;  // counted on the way while few values come again and again
  mutable std::size_t used_ = 0, hits_ = 0, direct_ = 0;
  mutable std::vector<CountedValue> fresh_;
  mutable std::vector<std::vector<CountedValue>> sorted_;  // runs in memory
  mutable std::size_t in_memory_ = 0;                      // values in them
  mutable std::vector<Run> runs_;
};

}  // namespace idle
