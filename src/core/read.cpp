// All of the folder, compiled as one: what its headers hold is gone through once.
#include "read/bytes.cpp"
#include "read/column_reader.cpp"
#include "read/delimited.cpp"
#include "read/outline.cpp"
#include "read/strict_values.cpp"
#include "read/text_pool.cpp"
#include "read/unpack.cpp"
