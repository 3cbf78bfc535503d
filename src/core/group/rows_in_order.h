// Rows brought into order within their groups: what every window works on.
#pragma once
#include <cstdint>
#include <vector>

#include "base/buffer.h"
#include "base/fetch_ahead.h"
#include "base/parallel.h"
#include "group/grouping.h"
#include "sort/narrow_keys.h"
#include "sort/order.h"
#include "sort/sort_span.h"

namespace idle {

class RowsInOrder {
 public:
  std::size_t rows() const { return rows_; }
  std::size_t groups() const { return start_.size() - 1; }
  // Positions begin(g) to end(g) belong to group g; groups come in no certain order.
  std::size_t begin(std::size_t group) const { return start_[group]; }
  std::size_t end(std::size_t group) const { return start_[group + 1]; }
  std::size_t row(std::size_t position) const {
    return form_ == Form::in_place ? position
           : form_ == Form::packed ? static_cast<std::size_t>(packed_[position].row)
                                   : static_cast<std::size_t>(order_[position]);
  }
  // Values of the rows at positions from `begin`, the start of a group, in order; and the way back.
  template <typename T, typename To>
  void bring(std::size_t begin, std::size_t n, const T* from, std::vector<To>& to) const {
    to.resize(n);
    with_rows(begin, n, from,
              [&](std::size_t k, std::size_t row) { to[k] = static_cast<To>(from[row]); });
  }
  template <typename T>
  void give_out(std::size_t begin, std::size_t n, const T* values, T* to) const {
    with_rows(begin, n, to, [&](std::size_t k, std::size_t row) { to[row] = values[k]; });
  }
  // A column staged: its values by group, within a group in the order of entry. A column is staged,
  // and brought back, going through memory forwards; within a group the rest happens in the cache.
  bool can_stage() const { return local_.size() > 0; }
  template <typename T>
  void stage(const T* column, T* staged, const Work& work) const {
    each_place(work, [&](std::size_t row, std::size_t at) {
      fetch_ahead(column + row);
      __builtin_prefetch(staged + at + stream_ahead, 1);
      staged[at] = column[row];
    });
  }
  template <typename T>
  void unstage(const T* staged, T* column, const Work& work) const {
    each_place(work, [&](std::size_t row, std::size_t at) {
      __builtin_prefetch(staged + at + stream_ahead);
      column[row] = staged[at];
    });
  }
  // Where the value of each position of the group from `begin` stands, counted from `begin`.
  const std::int32_t* local(std::size_t begin) const { return local_.data() + begin; }
  // Whether a position ties in the order with the one before it, which is in its group.
  bool ties_with_last(std::size_t position) const {
    return form_ == Form::packed ? packed_[position].key == packed_[position - 1].key
                                 : tied_[position] != 0;
  }
  // Positions from here to the end of the group have no value in the first key of the order.
  std::size_t first_gap(std::size_t group) const;
  bool sorted_already() const { return form_ == Form::in_place; }
  // Rows that share their place in the order with another one.
  std::size_t tied_rows(const Work& work) const;
  // The whole numbers of a column at positions from `begin`, if the keys tell; else false.
  bool wholes_of(const void* column, std::size_t begin, std::size_t n, std::int64_t missing,
                 std::int64_t* out) const;

 private:
  friend class Arranger;
  static constexpr std::size_t stream_ahead =
      16;  // rows of a group that are fetched before their turn
  enum class Form { in_place, packed, ordered };
  // Calls body(k, row) for n positions; the rows' places in memory are fetched some turns ahead.
  template <typename T, typename Body>
  void with_rows(std::size_t begin, std::size_t n, T* memory, const Body& body) const {
    constexpr std::size_t ahead = 16;
    const auto visit = [&](const auto& row_at) {
      for (std::size_t k = 0; k < n; ++k) {
        if (k + ahead < n) __builtin_prefetch(&memory[row_at(k + ahead)]);
        body(k, row_at(k));
      }
    };
    if (form_ == Form::in_place) {
      for (std::size_t k = 0; k < n; ++k) body(k, begin + k);
    } else if (form_ == Form::packed) {
      const Packed* items = packed_.data() + begin;
      visit([items](std::size_t k) { return static_cast<std::size_t>(items[k].row); });
    } else {
      const std::int32_t* order = order_.data() + begin;
      visit([order](std::size_t k) { return static_cast<std::size_t>(order[k]); });
    }
  }
  std::size_t rows_ = 0;
  std::vector<std::size_t> start_;
  Form form_ = Form::ordered;
  Buffer<std::int32_t> order_;
  HugeVector<char> tied_;
  Buffer<Packed> packed_;
  template <typename Visit>
  void each_place(const Work& work, const Visit& visit) const {
    constexpr std::size_t slice = 8192;
    auto next = first_places_;
    run_parallel(work, static_cast<int>(next.size()), rows_, slice,
                 [&](int w, std::size_t begin, std::size_t end) {
                   std::int32_t scratch[slice];
                   const std::int32_t* place = groups_->numbers(begin, end - begin, scratch);
                   std::size_t* at = next[w].data();
                   for (std::size_t row = begin; row < end; ++row) {
                     visit(row, at[place[row - begin]]++);
                   }
                 });
  }
  Buffer<std::int32_t> local_;
  // For each worker's share of the rows, where its first row of each group is staged.
  std::vector<std::vector<std::size_t>> first_places_;
  const Groups* groups_ = nullptr;
  CompactKey compact_;
  ColumnView first_key_;  // no data: there is no order
};

// Sorts the rows of each group by the keys (which, like the groups, must outlive the result),
// missing values last; rows that tie keep their order.
RowsInOrder arrange_rows(const Groups& groups, const std::vector<OrderKey>& keys, const Work& work);

}  // namespace idle
