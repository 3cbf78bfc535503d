// Long vectors of codes live outside R's heap, in memory that is used again for the next draw-up:
// fresh memory costs more than the work done in it. To R they are ordinary integer vectors
// (ALTREP).
#include "bridge.h"

// After bridge.h, which declares the types that it needs.
#include <R_ext/Altrep.h>

#include "core/buffer.h"

namespace bridge {

namespace {

using Codes = idle::Buffer<std::int32_t>;

constexpr std::size_t worth_keeping = std::size_t{1} << 18;  // shorter ones are plain R vectors
constexpr std::size_t most_kept = std::size_t{192} << 20;    // bytes kept for the next use

R_altrep_class_t codes_class;
std::vector<Codes> spare;

struct Held {
  Codes codes;
  std::size_t size;
};

std::size_t spare_bytes() {
  std::size_t bytes = 0;
  for (const Codes& codes : spare) bytes += codes.size() * sizeof(std::int32_t);
  return bytes;
}

// A spare piece that is large enough and not far too large, or a new one.
Codes take_codes(std::size_t n) {
  for (std::size_t i = 0; i < spare.size(); ++i) {
    if (spare[i].size() < n || spare[i].size() > 2 * n) continue;
    Codes found = std::move(spare[i]);
    spare.erase(spare.begin() + static_cast<std::ptrdiff_t>(i));
    return found;
  }
  return Codes(n);
}

void give_back(Codes& codes) {
  if (codes.size() > 0 && spare_bytes() + codes.size() * sizeof(std::int32_t) <= most_kept) {
    spare.push_back(std::move(codes));
  }
  codes = Codes();
}

Held* held_of(SEXP x) { return static_cast<Held*>(R_ExternalPtrAddr(R_altrep_data1(x))); }

void finalize(SEXP pointer) {
  auto* held = static_cast<Held*>(R_ExternalPtrAddr(pointer));
  if (held == nullptr) return;
  give_back(held->codes);
  delete held;
  R_ClearExternalPtr(pointer);
}

R_xlen_t length_method(SEXP x) {
  const Held* held = held_of(x);
  return held == nullptr ? 0 : static_cast<R_xlen_t>(held->size);
}

void* data_method(SEXP x, Rboolean) {
  static std::int32_t nothing = 0;
  Held* held = held_of(x);
  return held == nullptr || held->size == 0 ? &nothing : held->codes.data();
}

const void* data_or_null_method(SEXP x) { return data_method(x, FALSE); }

}  // namespace

void register_buffers(DllInfo* library) {
  codes_class = R_make_altinteger_class("idle_codes", "idleledger", library);
  R_set_altrep_Length_method(codes_class, length_method);
  R_set_altvec_Dataptr_method(codes_class, data_method);
  R_set_altvec_Dataptr_or_null_method(codes_class, data_or_null_method);
}

SEXP fresh_codes(std::size_t n) {
  if (n < worth_keeping) return fresh_integers(n);
  auto* held = new Held{take_codes(n), n};
  Rcpp::Shield<SEXP> pointer(R_MakeExternalPtr(held, R_NilValue, R_NilValue));
  R_RegisterCFinalizerEx(pointer, finalize, TRUE);
  return R_new_altrep(codes_class, pointer, R_NilValue);
}

}  // namespace bridge

// [[Rcpp::init]]
void core_register_buffers(DllInfo* library) { bridge::register_buffers(library); }

// Gives back the memory of codes that nobody will read again; the vector is empty from then on.
// [[Rcpp::export]]
void core_release(SEXP x) {
  if (!ALTREP(x) || TYPEOF(x) != INTSXP) return;
  if (!R_altrep_inherits(x, bridge::codes_class)) return;
  bridge::Held* held = bridge::held_of(x);
  if (held == nullptr) return;
  held->size = 0;
  bridge::give_back(held->codes);
}
