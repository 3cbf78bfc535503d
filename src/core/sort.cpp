// All of the folder, compiled as one: what its headers hold is gone through once.
#include "sort/narrow_keys.cpp"
#include "sort/order.cpp"
#include "sort/radix.cpp"
#include "sort/sort_span.cpp"
