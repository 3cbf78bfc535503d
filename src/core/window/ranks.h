// Places in an order, by group. The definitions are those of the SQL standard.
#pragma once
#include <cstdint>
#include <string>

#include "base/parallel.h"
#include "group/rows_in_order.h"

namespace idle {

// "row_number", "rank", "dense_rank" and "ntile" (with the number of tiles) give int32;
// "percent_rank" and "cume_dist" give doubles. A row whose first key is missing has no place, but
// for row_number, which numbers all rows. Returns how many rows have none.
std::int64_t rank_rows(const RowsInOrder& arrangement, const std::string& what, std::int64_t tiles,
                       void* out, const Work& work);

}  // namespace idle
