// The ways of grouping, tried in turn: known beforehand, in sorted order, by direct addressing, by
// hashing.
#pragma once
#include <cstdint>
#include <vector>

#include "base/buffer.h"
#include "base/dense_ids.h"
#include "base/parallel.h"
#include "column/column.h"
#include "group/grouping.h"

namespace idle {

class Grouper {
 public:
  static constexpr std::size_t slice = 8192;

  Grouper(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work)
      : keys_(keys), rows_(rows), work_(work), workers_(workers_for(work, rows)) {
    groups_.rows_ = rows;
  }
  Groups run();

 private:
  using Slots = std::vector<std::int32_t>;
  static constexpr std::size_t most_slots_each = std::size_t{1} << 20;

  bool try_known();
  std::vector<std::int32_t> sort_groups();
  std::vector<std::int32_t> sort_by_rank();

  // grouping_sorted.cpp
  bool try_sorted();
  void number_runs();
  int compare(std::size_t a, std::size_t b) const;

  // grouping_direct.cpp
  bool try_direct();
  void fill_slots(std::size_t slots);
  void fill_shared_slots(std::size_t slots);
  void fill_share(const Share& share, std::int32_t* count, std::int32_t* first) const;
  std::vector<std::int32_t> put_in_order(const Slots& first_of_slot);
  std::vector<std::int32_t> slots_in_order() const;
  void set_places(const std::vector<std::int32_t>& slot_of_group, std::size_t slots,
                  const std::vector<Slots>& counts);

  // grouping_hashed.cpp
  void hash();
  void number_shares(std::size_t k, std::vector<DenseIds>& tables,
                     std::vector<std::vector<std::int64_t>>& first);
  void join_shares(std::vector<DenseIds>& tables, std::vector<std::vector<std::int64_t>>& first);
  Buffer<std::int32_t> codes_of(const ColumnView& key);
  void renumber();

  const std::vector<ColumnView>& keys_;
  std::size_t rows_;
  const Work& work_;
  int workers_;
  Groups groups_;
};

}  // namespace idle
