// Character vectors that are looked up in a pool when they are read: a statement of a million lines
// whose texts nobody asks for makes none. To R they are ordinary vectors (ALTREP).
#include "bridge.h"

// After bridge.h, which declares the types that it needs.
#include <R_ext/Altrep.h>

namespace {

constexpr R_xlen_t worth_waiting = 4096;  // shorter ones are written out at once

R_altrep_class_t texts_class;

// The codes and the pool's texts; written out, they are the second part instead.
SEXP codes_of(SEXP x) { return VECTOR_ELT(R_altrep_data1(x), 0); }
SEXP pool_of(SEXP x) { return VECTOR_ELT(R_altrep_data1(x), 1); }

// A code that is missing, or without a text, is a missing text.
SEXP text_at(SEXP pool, int code) {
  const R_xlen_t at = static_cast<std::uint32_t>(code) - 1u;
  return at < Rf_xlength(pool) ? STRING_ELT(pool, at) : NA_STRING;
}

SEXP written_out(SEXP codes, SEXP pool) {
  const R_xlen_t n = Rf_xlength(codes);
  const int* code = INTEGER_RO(codes);
  Rcpp::Shield<SEXP> out(Rf_allocVector(STRSXP, n));
  constexpr R_xlen_t ahead = 24;
  for (R_xlen_t i = 0; i < n; ++i) {
    if (i + ahead < n) __builtin_prefetch(text_at(pool, code[i + ahead]), 1);
    SET_STRING_ELT(out, i, text_at(pool, code[i]));
  }
  return out;
}

SEXP settled(SEXP x) {
  if (Rf_isNull(R_altrep_data2(x))) {
    R_set_altrep_data2(x, written_out(codes_of(x), pool_of(x)));
    R_set_altrep_data1(x, R_NilValue);
  }
  return R_altrep_data2(x);
}

R_xlen_t length_method(SEXP x) {
  const SEXP plain = R_altrep_data2(x);
  return Rf_xlength(Rf_isNull(plain) ? codes_of(x) : plain);
}

SEXP elt_method(SEXP x, R_xlen_t i) {
  const SEXP plain = R_altrep_data2(x);
  if (!Rf_isNull(plain)) return STRING_ELT(plain, i);
  return text_at(pool_of(x), INTEGER_ELT(codes_of(x), i));
}

void set_elt_method(SEXP x, R_xlen_t i, SEXP text) { SET_STRING_ELT(settled(x), i, text); }

void* data_method(SEXP x, Rboolean) { return const_cast<SEXP*>(STRING_PTR_RO(settled(x))); }

const void* data_or_null_method(SEXP x) {
  const SEXP plain = R_altrep_data2(x);
  return Rf_isNull(plain) ? nullptr : STRING_PTR_RO(plain);
}

}  // namespace

// [[Rcpp::init]]
void core_register_texts(DllInfo* library) {
  texts_class = R_make_altstring_class("idle_texts", "idleledger", library);
  R_set_altrep_Length_method(texts_class, length_method);
  R_set_altstring_Elt_method(texts_class, elt_method);
  R_set_altstring_Set_elt_method(texts_class, set_elt_method);
  R_set_altvec_Dataptr_method(texts_class, data_method);
  R_set_altvec_Dataptr_or_null_method(texts_class, data_or_null_method);
}

// The texts of a text vector as a character vector.
// [[Rcpp::export(rng = false)]]
SEXP core_plain_text(SEXP x, Rcpp::CharacterVector texts) {
  if (Rf_xlength(x) < worth_waiting) return written_out(x, texts);
  bridge::share_codes(x);
  Rcpp::Shield<SEXP> parts(Rf_allocVector(VECSXP, 2));
  SET_VECTOR_ELT(parts, 0, x);
  SET_VECTOR_ELT(parts, 1, texts);
  return R_new_altrep(texts_class, parts, R_NilValue);
}
