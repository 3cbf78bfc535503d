// What nearly every file includes, read once for a whole build; each file still includes what it uses.
#ifndef IDLE_TESTS_PRELUDE_H
#define IDLE_TESTS_PRELUDE_H
#include <algorithm>
#include <atomic>
#include <cmath>
#include <cstdint>
#include <cstring>
#include <functional>
#include <limits>
#include <map>
#include <memory>
#include <numeric>
#include <random>
#include <stdexcept>
#include <string>
#include <string_view>
#include <thread>
#include <vector>

#include <doctest/doctest.h>
#endif
