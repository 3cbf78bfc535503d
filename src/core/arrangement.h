// Rows brought into order within their groups: what every window works on.
#pragma once
#include <cstdint>
#include <vector>

#include "buffer.h"
#include "compact.h"
#include "grouping.h"
#include "order.h"
#include "parallel.h"
#include "run_sort.h"

namespace idle {

class Arrangement {
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
  // Calls body(row_at), where row_at(k) is the row at position from + k, found the quickest way.
  template <typename Body>
  void with_rows(std::size_t from, const Body& body) const {
    if (form_ == Form::in_place) {
      body([from](std::size_t k) { return from + k; });
    } else if (form_ == Form::packed) {
      const Packed* items = packed_.data() + from;
      body([items](std::size_t k) { return static_cast<std::size_t>(items[k].row); });
    } else {
      const std::int32_t* order = order_.data() + from;
      body([order](std::size_t k) { return static_cast<std::size_t>(order[k]); });
    }
  }
  // Whether a position ties in the order with the one before it, which is in its group.
  bool ties_with_last(std::size_t position) const {
    return form_ == Form::packed ? packed_[position].key == packed_[position - 1].key
                                 : tied_[position] != 0;
  }
  // Positions from here to the end of the group have no value in the first key of the order.
  std::size_t first_gap(std::size_t group) const;
  bool sorted_already() const { return form_ == Form::in_place; }
  // Rows that share their place in the order with another one.
  std::size_t tied_rows() const;
  // The whole numbers of a column at positions from `begin`, if the keys tell; else false.
  bool wholes_of(const void* column, std::size_t begin, std::size_t n, std::int64_t missing,
                 std::int64_t* out) const;

 private:
  friend class Arranger;
  enum class Form { in_place, packed, ordered };
  std::size_t rows_ = 0;
  std::vector<std::size_t> start_;
  Form form_ = Form::ordered;
  Buffer<std::int32_t> order_;
  HugeVector<char> tied_;
  Buffer<Packed> packed_;
  CompactKey compact_;
  ColumnView first_key_;  // no data: there is no order
};

// Sorts the rows of each group by the keys, missing values last; rows that tie keep their order.
Arrangement arrange_rows(const Groups& groups, const std::vector<OrderKey>& keys, const Work& work);

}  // namespace idle
