// The columns of a delimited file, each cell as it stands there or told to be in trouble.
#pragma once
#include <cstdint>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "base/parallel.h"
#include "read/bytes.h"
#include "read/column_reader.h"
#include "read/outline.h"
#include "read/text_pool.h"

namespace idle {

struct HeadCell {
  std::string text;
  bool quoted;
};

// The first records, as far as they stand whole in the first `within` bytes.
std::vector<std::vector<HeadCell>> first_records(const Bytes& bytes, const Shape& shape, std::size_t most,
                                                 std::size_t within = std::size_t{1} << 18);

// What the columns may hold, by some records from the start, the middle and the end.
std::vector<CellKind> guess_kinds(const Bytes& bytes, const Outline& outline, std::size_t columns,
                                  const MissingTexts& missing);

struct ColumnFound {
  bool fits = true;  // not: the column was given up
  ColumnSeen seen;
  std::vector<TextPool::Text> texts;  // in the order of their codes
};

struct Found {
  Trouble trouble;
  std::vector<ColumnFound> columns;
  std::shared_ptr<const void> owner;  // holds the texts
};

Found read_columns(std::shared_ptr<const Bytes> bytes, const Outline& outline,
                   const std::vector<ColumnTask>& tasks, const MissingTexts& missing, const Work& work);

}  // namespace idle
