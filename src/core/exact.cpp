// All of the folder, compiled as one: what its headers hold is gone through once.
#include "exact/big_integer.cpp"
#include "exact/exact_products.cpp"
#include "exact/exact_sum.cpp"
#include "exact/long_total.cpp"
#include "exact/quantile.cpp"
#include "exact/wide_sum.cpp"
