// For benchmarks only: what reading the columns costs at the least.
#include "bridge.h"
#include "core/base/read_floor.h"

// [[Rcpp::export(rng = false)]]
double core_read_columns(Rcpp::List columns) {
  return bridge::with_work([&](const idle::Work& work) {
    std::uint64_t sum = 0;
    for (const SEXP x : columns) {
      const bool narrow = TYPEOF(x) == INTSXP || TYPEOF(x) == LGLSXP;
      const void* data = TYPEOF(x) == STRSXP    ? static_cast<const void*>(STRING_PTR_RO(x))
                         : TYPEOF(x) == REALSXP ? static_cast<const void*>(REAL(x))
                         : TYPEOF(x) == INTSXP  ? static_cast<const void*>(INTEGER(x))
                                                : static_cast<const void*>(LOGICAL(x));
      sum += idle::scan_memory(data, Rf_xlength(x) * (narrow ? 4 : 8), work);
    }
    return static_cast<double>(sum >> 12);
  });
}

// [[Rcpp::export(rng = false)]]
double core_plain_sum(Rcpp::NumericVector x) { return idle::plain_sum(x.begin(), x.size()); }
