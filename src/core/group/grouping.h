// Which group each row belongs to. Groups are numbered from 0 in key order, missing keys last.
#pragma once
#include <cstdint>
#include <vector>

#include "base/buffer.h"
#include "base/parallel.h"
#include "column/column.h"

namespace idle {

enum class Method { whole, direct, hashed, sorted };

class Groups {
 public:
  std::size_t rows() const { return rows_; }
  std::size_t size() const { return first_.size(); }
  Method method() const { return method_; }
  // The first row of each group.
  const std::vector<std::int64_t>& first() const { return first_; }
  // Where each group is counted while rows are worked: a place, which costs less to find than the
  // group's number. numbers() gives the places of rows begin to begin + n, in scratch or as found.
  std::size_t places() const { return places_; }
  const std::vector<std::int32_t>& place_of_group() const { return place_of_group_; }
  // The rows at each place, if they were counted on the way; else empty.
  const std::vector<std::int64_t>& counted() const { return counted_; }
  const std::int32_t* numbers(std::size_t begin, std::size_t n, std::int32_t* scratch) const;

 private:
  friend Groups group_rows(const std::vector<ColumnView>&, std::size_t, const Work&);
  friend class Grouper;

  struct Digit {
    ColumnView view;
    std::int32_t base;     // subtracted from the stored value
    std::int64_t stride;   // weight of this key in the slot number
    std::int32_t missing;  // the digit of a missing value
    bool from_number;      // stored as a double that is a small whole number
  };
  void slots(std::size_t begin, std::size_t n, std::int32_t* out) const;

  std::size_t rows_ = 0;
  Method method_ = Method::whole;
  std::vector<std::int64_t> first_;
  std::vector<Digit> digits_;
  std::size_t places_ = 0;
  std::vector<std::int32_t> place_of_group_;
  std::vector<std::int64_t> counted_;
  std::vector<std::int32_t> number_of_slot_;  // empty: places are slots
  bool codes_are_places_ = false;
  Buffer<std::int32_t> numbers_;  // of each row: its slot if there are digits, else its group
};

// Groups rows by the keys; no keys make one group of all rows. The key data must outlive the
// result.
Groups group_rows(const std::vector<ColumnView>& keys, std::size_t rows, const Work& work);

}  // namespace idle
