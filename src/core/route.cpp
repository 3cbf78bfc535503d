// All of the folder, compiled as one: what its headers hold is gone through once.
#include "route/digit_sum.cpp"
#include "route/second_route.cpp"
