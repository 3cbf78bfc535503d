// Long vectors live outside R's heap, in memory that is used again for the next draw-up: fresh
// memory costs more than the work done in it, and each large piece of R's own makes it collect
// garbage, going through all text. To R they are ordinary vectors (ALTREP).
#include "bridge.h"

// After bridge.h, which declares the types that it needs.
#include <R_ext/Altrep.h>

#include "core/base/buffer.h"

namespace bridge {

namespace {

constexpr std::size_t worth_keeping = std::size_t{1} << 14;  // shorter ones are plain R vectors
constexpr std::size_t most_kept = std::size_t{192} << 20;    // bytes kept for the next use
constexpr std::size_t worth_collecting = std::size_t{1} << 30;

using Bytes = idle::Buffer<char>;

struct Held {
  Bytes bytes;
  std::size_t size;
  bool shared = false;  // another vector reads it, so it is not to be released
};

R_altrep_class_t codes_class, numbers_class;
std::vector<Bytes> spare;
std::size_t given_out = 0;  // bytes of vectors that R has not let go of
std::size_t worth_a_look = worth_collecting;

std::size_t spare_bytes() {
  std::size_t bytes = 0;
  for (const Bytes& piece : spare) bytes += piece.size();
  return bytes;
}

// R does not see this memory, and is asked to look for garbage when much of it is given out; the
// more there is after that, the later it is asked again.
void look_before(std::size_t n) {
  if (given_out + n <= worth_a_look) return;
  R_gc();
  worth_a_look = std::max(worth_collecting, 2 * given_out);
}

// A spare piece that is large enough and not far too large, or a new one.
Bytes take_bytes(std::size_t n) {
  for (std::size_t i = 0; i < spare.size(); ++i) {
    if (spare[i].size() < n || spare[i].size() > 2 * n) continue;
    Bytes found = std::move(spare[i]);
    spare.erase(spare.begin() + static_cast<std::ptrdiff_t>(i));
    return found;
  }
  return Bytes(n);
}

void give_back(Bytes& bytes) {
  given_out -= std::min(given_out, bytes.size());
  if (bytes.size() > 0 && spare_bytes() + bytes.size() <= most_kept) {
    spare.push_back(std::move(bytes));
  }
  bytes = Bytes();
}

Held* held_of(SEXP x) { return static_cast<Held*>(R_ExternalPtrAddr(R_altrep_data1(x))); }

void finalize(SEXP pointer) {
  auto* held = static_cast<Held*>(R_ExternalPtrAddr(pointer));
  if (held == nullptr) return;
  give_back(held->bytes);
  delete held;
  R_ClearExternalPtr(pointer);
}

R_xlen_t length_method(SEXP x) {
  const Held* held = held_of(x);
  return held == nullptr ? 0 : static_cast<R_xlen_t>(held->size);
}

void* data_method(SEXP x, Rboolean) {
  static double nothing = 0;
  Held* held = held_of(x);
  return held == nullptr || held->size == 0 ? static_cast<void*>(&nothing) : held->bytes.data();
}

const void* data_or_null_method(SEXP x) { return data_method(x, FALSE); }

void set_methods(R_altrep_class_t type) {
  R_set_altrep_Length_method(type, length_method);
  R_set_altvec_Dataptr_method(type, data_method);
  R_set_altvec_Dataptr_or_null_method(type, data_or_null_method);
}

SEXP held_vector(R_altrep_class_t type, std::size_t n, std::size_t bytes) {
  look_before(bytes);
  auto* held = new Held{take_bytes(bytes), n, false};
  given_out += held->bytes.size();
  Rcpp::Shield<SEXP> pointer(R_MakeExternalPtr(held, R_NilValue, R_NilValue));
  R_RegisterCFinalizerEx(pointer, finalize, TRUE);
  return R_new_altrep(type, pointer, R_NilValue);
}

}  // namespace

void register_buffers(DllInfo* library) {
  codes_class = R_make_altinteger_class("idle_codes", "idleledger", library);
  numbers_class = R_make_altreal_class("idle_numbers", "idleledger", library);
  set_methods(codes_class);
  set_methods(numbers_class);
}

SEXP fresh_codes(std::size_t n) {
  if (n < worth_keeping) return fresh_integers(n);
  return held_vector(codes_class, n, n * sizeof(std::int32_t));
}

SEXP fresh_results(std::size_t n) {
  if (n < worth_keeping) return fresh_numbers(n);
  return held_vector(numbers_class, n, n * sizeof(double));
}

void share_codes(SEXP codes) {
  if (!ALTREP(codes) || !R_altrep_inherits(codes, codes_class)) return;
  Held* held = held_of(codes);
  if (held != nullptr) held->shared = true;
}

std::size_t release_spare() {
  const std::size_t bytes = spare_bytes();
  spare.clear();
  return bytes;
}

}  // namespace bridge

// Gives the memory kept for the next draw-up back to the system; how many bytes that were.
// [[Rcpp::export(rng = false)]]
double core_release_memory() {
  const std::size_t vectors = bridge::release_spare();
  return static_cast<double>(vectors + idle::release_pieces());
}

// [[Rcpp::init]]
void core_register_buffers(DllInfo* library) { bridge::register_buffers(library); }

// Gives back the memory of codes that nobody will read again; the vector is empty from then on.
// [[Rcpp::export(rng = false)]]
void core_release(SEXP x) {
  if (!ALTREP(x) || TYPEOF(x) != INTSXP) return;
  if (!R_altrep_inherits(x, bridge::codes_class)) return;
  bridge::Held* held = bridge::held_of(x);
  if (held == nullptr || held->shared) return;
  held->size = 0;
  bridge::give_back(held->bytes);
}
