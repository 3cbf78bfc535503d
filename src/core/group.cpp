// All of the folder, compiled as one: what its headers hold is gone through once.
#include "group/buckets.cpp"
#include "group/grouping.cpp"
#include "group/grouping_direct.cpp"
#include "group/grouping_hashed.cpp"
#include "group/grouping_sorted.cpp"
#include "group/key_slots.cpp"
#include "group/rows_in_order.cpp"
#include "group/values_by_group.cpp"
