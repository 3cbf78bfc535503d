// Scratch memory; large pieces ask the system for huge pages, which saves most page faults.
#pragma once
#if __has_include(<sys/mman.h>)
#include <sys/mman.h>
#endif

#include <cstddef>
#include <cstdlib>
#include <new>
#include <utility>
#include <vector>

#include "base/memory_pool.h"

namespace idle {

inline void advise_huge(void* memory, std::size_t bytes) {
#ifdef MADV_HUGEPAGE
  constexpr std::size_t page = std::size_t{1} << 21;
  auto from = (reinterpret_cast<std::size_t>(memory) + page - 1) / page * page;
  auto to = (reinterpret_cast<std::size_t>(memory) + bytes) / page * page;
  if (to > from) madvise(reinterpret_cast<void*>(from), to - from, MADV_HUGEPAGE);
#else
  (void)memory;
  (void)bytes;
#endif
}

template <typename T>
class Buffer {
 public:
  Buffer() = default;
  explicit Buffer(std::size_t size) : size_(size) {
    if (size == 0) return;
    piece_ = take_piece(size * sizeof(T));
    data_ = static_cast<T*>(piece_.memory);
  }
  Buffer(Buffer&& other) noexcept { swap(other); }
  Buffer& operator=(Buffer&& other) noexcept {
    swap(other);
    return *this;
  }
  Buffer(const Buffer&) = delete;
  Buffer& operator=(const Buffer&) = delete;
  ~Buffer() {
    if (data_ != nullptr) give_piece(piece_);
  }

  T* data() { return data_; }
  const T* data() const { return data_; }
  std::size_t size() const { return size_; }
  T& operator[](std::size_t i) { return data_[i]; }
  const T& operator[](std::size_t i) const { return data_[i]; }

 private:
  void swap(Buffer& other) noexcept {
    std::swap(piece_, other.piece_);
    std::swap(data_, other.data_);
    std::swap(size_, other.size_);
  }
  Piece piece_;
  T* data_ = nullptr;
  std::size_t size_ = 0;
};

// A vector in such memory. What stands before it says how large the piece is.
template <typename T>
struct HugeAllocator {
  using value_type = T;
  HugeAllocator() = default;
  template <typename U>
  HugeAllocator(const HugeAllocator<U>&) {}
  T* allocate(std::size_t n) {
    const Piece piece = take_piece(n * sizeof(T) + before);
    *static_cast<std::size_t*>(piece.memory) = piece.bytes;
    return reinterpret_cast<T*>(static_cast<char*>(piece.memory) + before);
  }
  void deallocate(T* memory, std::size_t) {
    void* const start = reinterpret_cast<char*>(memory) - before;
    give_piece({start, *static_cast<std::size_t*>(start)});
  }
  static constexpr std::size_t before = 64;
  bool operator==(const HugeAllocator&) const { return true; }
  bool operator!=(const HugeAllocator&) const { return false; }
};

template <typename T>
using HugeVector = std::vector<T, HugeAllocator<T>>;

}  // namespace idle
