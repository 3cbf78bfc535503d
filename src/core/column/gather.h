// Picking rows out of columns, and looking codes up in tables.
#pragma once
#include <cstdint>
#include <vector>

#include "base/parallel.h"
#include "column/column.h"

namespace idle {

// out[i] = column[rows[i] - 1]; rows count from 1, and one that is missing or not there gives a
// missing value.
void gather(const ColumnView& column, const std::int32_t* rows, std::size_t n, void* out,
            const Work& work);
// out[i] = table[codes[i] - 1], or `missing` for a code that is missing or beyond the table's `size`.
void look_up(const std::int32_t* codes, std::size_t n, const std::int32_t* table, std::size_t size,
             std::int32_t missing, std::int32_t* out, const Work& work);
void look_up(const std::int32_t* codes, std::size_t n, const double* table, std::size_t size,
             double missing, double* out, const Work& work);
// How often each of the codes 1 to `different` occurs; others are not counted.
std::vector<std::int64_t> count_codes(const std::int32_t* codes, std::size_t n,
                                      std::size_t different, const Work& work);

}  // namespace idle
