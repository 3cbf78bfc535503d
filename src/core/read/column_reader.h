// Takes cells, record by record, to their places in columns.
#pragma once
#include <atomic>
#include <cstdint>
#include <string>
#include <vector>

#include "read/cells.h"
#include "read/text_pool.h"

namespace idle {

enum class CellKind { nothing, number, date, time, truth, text, skip };

// What stands for a missing value. In every column: the texts named; "" is an empty cell without quotes, and one
// in quotes too where the column is not text. `na`: so does NA without quotes, in columns other than text.
class MissingTexts {
 public:
  MissingTexts(const std::vector<std::string>& texts, bool na);
  bool is(const Cell& cell, bool in_text) const {
    if (cell.text.empty()) return empty_ && !(cell.quoted && in_text);
    return !texts_.empty() && is_named(cell);
  }
  bool is_na(const Cell& cell) const { return na_ && !cell.quoted && cell.text == "NA"; }

 private:
  bool is_named(const Cell& cell) const;
  bool empty_ = false, na_;
  std::vector<std::string> texts_;
};

// Whether a text is of this kind, by the strict rules.
bool fits(std::string_view text, CellKind kind);
// The first kind that it is of; text if no other.
CellKind kind_of_text(std::string_view text);

// One column to be read: where its values go, one for each record behind the head line.
struct ColumnTask {
  CellKind kind = CellKind::skip;
  double* numbers = nullptr;         // of numbers, dates and times
  std::int32_t* integers = nullptr;  // of truths, and of texts as codes from 1
};

// What was seen of a column; rows from 0, -1: none.
struct ColumnSeen {
  std::int64_t na = 0, first_na = -1, first_missing = -1;
  int forms = 0;  // of times or truths; both may not stand in one column
  void join(const ColumnSeen& other);
};

// What all workers know of a column.
struct SharedColumn {
  ColumnTask task;
  std::atomic<bool> given_up{false};
};

// One worker's reading of one chunk after another, in the order of the file.
class ColumnReader {
 public:
  ColumnReader(std::vector<SharedColumn>& columns, const MissingTexts& missing)
      : pools(columns.size()), seen(columns.size()), columns_(columns), missing_(missing) {}

  void start(std::int64_t record) { record_ = record; }
  std::int64_t at_record() const { return record_; }

  bool cell(std::size_t column, const Cell& cell);
  bool record(std::size_t cells);

  std::vector<TextPool> pools;
  std::vector<ColumnSeen> seen;
  Trouble trouble;

 private:
  bool value(SharedColumn& shared, std::size_t column, const Cell& cell, std::size_t row);
  bool text(std::size_t column, const Cell& cell, std::size_t row);
  bool is_gone(const Cell& cell, ColumnSeen& facts) const;
  bool tell(Trouble::What what, std::size_t column);

  std::vector<SharedColumn>& columns_;
  const MissingTexts& missing_;
  std::int64_t record_ = 0;  // 0 is the head line
};

}  // namespace idle
