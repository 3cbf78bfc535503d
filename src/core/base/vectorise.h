// Marks a loop worth compiling for wider vectors as well; the right one is chosen when it runs.
// IDLE_AVX2 says that functions may be written by hand for such vectors, with multiplying and
// adding in one step.
#pragma once

#if defined(__GNUC__) && !defined(__clang__) && defined(__x86_64__) && defined(__linux__) && \
    !defined(__SANITIZE_ADDRESS__) && !defined(__SANITIZE_THREAD__)
#define IDLE_WIDE __attribute__((target_clones("avx2", "default"), optimize("O3")))
#else
#define IDLE_WIDE
#endif

#if defined(__GNUC__) && defined(__x86_64__)
#define IDLE_AVX2
#include <immintrin.h>

namespace idle {
inline bool has_avx2() {
  static const bool has = __builtin_cpu_supports("avx2") && __builtin_cpu_supports("fma");
  return has;
}
}  // namespace idle
#endif
