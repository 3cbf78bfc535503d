// Marks a loop worth compiling for wider vectors as well; the right one is chosen when it runs.
#pragma once

#if defined(__GNUC__) && !defined(__clang__) && defined(__x86_64__) && defined(__linux__) && \
    !defined(__SANITIZE_ADDRESS__)
#define IDLE_WIDE __attribute__((target_clones("avx2", "default"), optimize("O3")))
#else
#define IDLE_WIDE
#endif
