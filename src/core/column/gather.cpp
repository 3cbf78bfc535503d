#include "column/gather.h"

namespace idle {

namespace {

constexpr std::size_t slice = 65536;

// A place from 0; what is missing or below 1 lies beyond any size.
std::uint32_t place_of(std::int32_t number) { return static_cast<std::uint32_t>(number) - 1u; }

template <typename T>
void gather_as(const ColumnView& column, const std::int32_t* rows, std::size_t n, T gap, void* out,
               const Work& work) {
  const T* from = column.as<T>();
  T* to = static_cast<T*>(out);
  const std::size_t size = column.size;
  run_parallel(work, workers_for(work, n), n, slice, [=](int, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) {
      const std::uint32_t at = place_of(rows[i]);
      to[i] = at < size ? from[at] : gap;
    }
  });
}

template <typename T>
void look_up_as(const std::int32_t* codes, std::size_t n, const T* table, std::size_t size,
                T missing, T* out, const Work& work) {
  run_parallel(work, workers_for(work, n), n, slice, [=](int, std::size_t begin, std::size_t end) {
    for (std::size_t i = begin; i < end; ++i) {
      const std::uint32_t at = place_of(codes[i]);
      out[i] = at < size ? table[at] : missing;
    }
  });
}

}  // namespace

void gather(const ColumnView& column, const std::int32_t* rows, std::size_t n, void* out,
            const Work& work) {
  if (column.storage == Storage::int32) {
    gather_as<std::int32_t>(column, rows, n, missing_int32, out, work);
  } else if (column.storage == Storage::int64) {
    gather_as<std::int64_t>(column, rows, n, missing_int64, out, work);
  } else {
    // As bits, so that no value that is no number is changed on the way.
    gather_as<std::uint64_t>(column, rows, n, bits_of(missing_number()), out, work);
  }
}

void look_up(const std::int32_t* codes, std::size_t n, const std::int32_t* table, std::size_t size,
             std::int32_t missing, std::int32_t* out, const Work& work) {
  look_up_as(codes, n, table, size, missing, out, work);
}

void look_up(const std::int32_t* codes, std::size_t n, const double* table, std::size_t size,
             double missing, double* out, const Work& work) {
  look_up_as(codes, n, table, size, missing, out, work);
}

std::vector<std::int64_t> count_codes(const std::int32_t* codes, std::size_t n,
                                      std::size_t different, const Work& work) {
  const int workers = workers_for(work, n);
  std::vector<std::vector<std::int64_t>> counts(workers,
                                                std::vector<std::int64_t>(different, 0));
  run_parallel(work, workers, n, slice, [&](int w, std::size_t begin, std::size_t end) {
    std::int64_t* count = counts[w].data();
    for (std::size_t i = begin; i < end; ++i) {
      const std::uint32_t at = place_of(codes[i]);
      if (at < different) ++count[at];
    }
  });
  for (int w = 1; w < workers; ++w) {
    for (std::size_t k = 0; k < different; ++k) counts[0][k] += counts[w][k];
  }
  return counts[0];
}

}  // namespace idle
