#include "read/column_reader.h"

#include <algorithm>
#include <limits>

#include "column/column.h"
#include "read/strict_values.h"
#include "text/encode.h"

namespace idle {

namespace {

constexpr std::size_t longest_text = std::numeric_limits<std::int32_t>::max();

// The value of a number, date or time; its form, if it has one.
bool read_double(std::string_view text, CellKind kind, double& value, int& form) {
  if (kind == CellKind::number) return strict_number(text, value);
  if (kind == CellKind::date) return strict_date(text, value);
  return strict_time(text, value, form);
}

void earlier(std::int64_t& first, std::int64_t other) {
  if (other >= 0 && (first < 0 || other < first)) first = other;
}

}  // namespace

MissingTexts::MissingTexts(const std::vector<std::string>& texts, bool na) : na_(na) {
  for (const auto& text : texts) {
    if (text.empty()) {
      empty_ = true;
    } else {
      texts_.push_back(text);
    }
  }
}

bool MissingTexts::is_named(const Cell& cell) const {
  return std::find(texts_.begin(), texts_.end(), cell.text) != texts_.end();
}

bool fits(std::string_view text, CellKind kind) {
  double value;
  bool truth;
  int form;
  switch (kind) {
    case CellKind::number:
    case CellKind::date:
    case CellKind::time:
      return read_double(text, kind, value, form);
    case CellKind::truth:
      return strict_truth(text, truth, form);
    default:
      return true;
  }
}

CellKind kind_of_text(std::string_view text) {
  for (const CellKind kind : {CellKind::number, CellKind::date, CellKind::time, CellKind::truth}) {
    if (fits(text, kind)) return kind;
  }
  return CellKind::text;
}

void ColumnSeen::join(const ColumnSeen& other) {
  na += other.na;
  forms |= other.forms;
  earlier(first_na, other.first_na);
  earlier(first_missing, other.first_missing);
}

bool ColumnReader::cell(std::size_t column, const Cell& cell) {
  if (column >= columns_.size() || record_ == 0) return true;  // too many are told at the record's end
  SharedColumn& shared = columns_[column];
  const auto row = static_cast<std::size_t>(record_ - 1);
  if (shared.task.kind == CellKind::text) return text(column, cell, row);
  if (shared.task.kind == CellKind::skip || value(shared, column, cell, row)) return true;
  shared.given_up = true;
  return true;
}

bool ColumnReader::value(SharedColumn& shared, std::size_t column, const Cell& cell, std::size_t row) {
  ColumnSeen& facts = seen[column];
  const CellKind kind = shared.task.kind;
  int form = 0;
  if (kind == CellKind::nothing) return missing_.is(cell, false);
  if (kind == CellKind::truth) {
    bool truth = false;
    const bool is = strict_truth(cell.text, truth, form);
    shared.task.integers[row] = is ? truth : missing_int32;
    if (!is && !is_gone(cell, facts)) return false;
  } else {
    double& number = shared.task.numbers[row];
    if (!read_double(cell.text, kind, number, form)) {
      number = missing_number();
      if (!is_gone(cell, facts)) return false;
    }
  }
  facts.forms |= form;
  return facts.forms != 3;
}

bool ColumnReader::text(std::size_t column, const Cell& cell, std::size_t row) {
  std::int32_t& code = columns_[column].task.integers[row];
  if (missing_.is(cell, true)) {
    earlier(seen[column].first_missing, static_cast<std::int64_t>(row));
    code = missing_int32;
    return true;
  }
  TextPool& pool = pools[column];
  const std::size_t known = pool.size();
  code = pool.number(cell.text, static_cast<std::int64_t>(row));
  if (pool.size() == known) return true;
  if (cell.text.size() > longest_text) return tell(Trouble::What::huge, column);
  return is_valid_utf8(cell.text) || tell(Trouble::What::bad_text, column);
}

bool ColumnReader::is_gone(const Cell& cell, ColumnSeen& facts) const {
  if (missing_.is(cell, false)) return true;
  if (!missing_.is_na(cell)) return false;
  earlier(facts.first_na, record_ - 1);
  ++facts.na;
  return true;
}

bool ColumnReader::record(std::size_t cells) {
  if (cells != columns_.size()) return tell(Trouble::What::ragged, cells);
  ++record_;
  return true;
}

bool ColumnReader::tell(Trouble::What what, std::size_t column) {
  trouble.what = what;
  trouble.record = record_;
  trouble.column = column;
  return false;
}

}  // namespace idle
