// Rows picked out of columns, codes looked up, columns fingerprinted.
#include "bridge.h"
#include "core/column/fingerprint.h"
#include "core/column/gather.h"

// [[Rcpp::export(rng = false)]]
SEXP core_gather(SEXP x, SEXP rows) {
  const std::size_t n = Rf_xlength(rows);
  const idle::ColumnView view = [&] {
    idle::ColumnView plain;
    plain.size = Rf_xlength(x);
    plain.storage = TYPEOF(x) != REALSXP      ? idle::Storage::int32
                    : bridge::is_integer64(x) ? idle::Storage::int64
                                              : idle::Storage::float64;
    plain.data = TYPEOF(x) == REALSXP  ? static_cast<const void*>(REAL_RO(x))
                 : TYPEOF(x) == LGLSXP ? static_cast<const void*>(LOGICAL_RO(x))
                                       : static_cast<const void*>(INTEGER_RO(x));
    return plain;
  }();
  Rcpp::Shield<SEXP> out(TYPEOF(x) == REALSXP  ? bridge::fresh_results(n)
                         : TYPEOF(x) == LGLSXP ? Rf_allocVector(LGLSXP, n)
                                               : bridge::fresh_codes(n));
  void* to = TYPEOF(x) == REALSXP  ? static_cast<void*>(REAL(out))
             : TYPEOF(x) == LGLSXP ? static_cast<void*>(LOGICAL(out))
                                   : static_cast<void*>(INTEGER(out));
  bridge::with_work([&](const idle::Work& work) {
    idle::gather(view, INTEGER_RO(rows), n, to, work);
    return 0;
  });
  Rf_copyMostAttrib(x, out);
  if (bridge::is_text(x)) Rf_setAttrib(out, Rf_install("first"), R_NilValue);
  return out;
}

// Texts, numbers or conditions of codes.
// [[Rcpp::export(rng = false)]]
SEXP core_look_up(SEXP codes, SEXP table) {
  const std::size_t n = Rf_xlength(codes);
  const int* code = INTEGER_RO(codes);
  Rcpp::Shield<SEXP> out(TYPEOF(table) == REALSXP  ? bridge::fresh_results(n)
                         : TYPEOF(table) == LGLSXP ? Rf_allocVector(LGLSXP, n)
                                                   : bridge::fresh_codes(n));
  bridge::with_work([&](const idle::Work& work) {
    if (TYPEOF(table) == REALSXP) {
      idle::look_up(code, n, REAL(table), Rf_xlength(table), NA_REAL, REAL(out), work);
    } else {
      const bool logical = TYPEOF(table) == LGLSXP;
      idle::look_up(code, n, logical ? LOGICAL(table) : INTEGER(table), Rf_xlength(table),
                    NA_INTEGER, logical ? LOGICAL(out) : INTEGER(out), work);
    }
    return 0;
  });
  Rf_copyMostAttrib(table, out);
  return out;
}

// How often each code occurs.
// [[Rcpp::export(rng = false)]]
Rcpp::NumericVector core_count_codes(SEXP codes, double different) {
  const auto counts = bridge::with_work([&](const idle::Work& work) {
    return idle::count_codes(INTEGER_RO(codes), Rf_xlength(codes),
                             static_cast<std::size_t>(different), work);
  });
  return Rcpp::NumericVector(counts.begin(), counts.end());
}

// [[Rcpp::export(rng = false)]]
std::string core_fingerprint(SEXP x) {
  return bridge::with_work([&](const idle::Work& work) {
    idle::ColumnView view;
    view.size = Rf_xlength(x);
    if (bridge::is_text(x)) {
      view.storage = idle::Storage::int32;
      view.data = INTEGER_RO(x);
      const Rcpp::Environment pool(Rf_getAttrib(x, Rf_install("pool")));
      const SEXP seen = pool["seen"];
      std::vector<std::uint64_t> prints;
      if (!bridge::points(seen)) {
        for (const auto text : bridge::texts_of(pool["texts"])) {
          prints.push_back(idle::text_print(text));
        }
      } else {
        prints = Rcpp::XPtr<bridge::SeenTexts>(seen)->prints;
      }
      return idle::fingerprint_text(idle::fingerprint(view, prints, work));
    }
    view = bridge::view_of(x);
    return idle::fingerprint_text(idle::fingerprint(view, work));
  });
}
