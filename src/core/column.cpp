// All of the folder, compiled as one: what its headers hold is gone through once.
#include "column/block_by_group.cpp"
#include "column/block_facts.cpp"
#include "column/calendar.cpp"
#include "column/fingerprint.cpp"
#include "column/gather.cpp"
#include "column/sortable.cpp"
#include "column/standouts.cpp"
