// Where the records of a delimited file stand: the file in chunks of whole records, found by all threads at once.
#pragma once
#include <cstdint>
#include <vector>

#include "base/parallel.h"
#include "read/bytes.h"
#include "read/cells.h"

namespace idle {

struct RecordChunk {
  std::size_t begin, end;      // bytes
  std::int64_t first, records;  // the first record's number, from 0
};

struct Outline {
  Shape shape;
  std::size_t begin;  // the first byte behind a byte-order mark
  std::vector<RecordChunk> chunks;
  std::int64_t records = 0, blank = 0;
  Trouble trouble;
};

// Where so many bytes, or one record of more, could be read as a part of its own: the chunks that go together.
std::vector<RecordChunk> cut_in_parts(const Outline& outline, std::size_t bytes);

// Whether lines end with '\r' alone: by the first one that ends outside of quotes.
char line_end_of(const Bytes& bytes);

std::size_t behind_mark(const Bytes& bytes);

Outline outline_of(const Bytes& bytes, const Shape& shape, const Work& work,
                   std::size_t block = std::size_t{1} << 20);

// Blank lines behind the last record, as far as they stand in the last bytes.
std::int64_t blank_at_end(const Bytes& bytes, char line_end);

// The number of the line, from 1, in which a byte stands.
std::int64_t line_of(const Bytes& bytes, std::size_t offset, char line_end);

}  // namespace idle
