// Memory that is read in step, fetched some pages ahead by hand: where a loop does much for each
// value, what the processor fetches by itself comes too late. Addresses past the end do no harm.
#pragma once
#include <cstddef>

namespace idle {

constexpr std::size_t bytes_ahead = 4096;

inline void fetch_ahead(const void* at) {
  __builtin_prefetch(static_cast<const char*>(at) + bytes_ahead);
}

}  // namespace idle
