// All of the folder, compiled as one: what its headers hold is gone through once.
#include "base/file_kind.cpp"
#include "base/hash.cpp"
#include "base/memory_pool.cpp"
#include "base/parallel.cpp"
#include "base/read_floor.cpp"
#include "base/spill.cpp"
#include "base/state_bytes.cpp"
