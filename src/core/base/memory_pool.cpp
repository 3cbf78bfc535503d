#include "base/memory_pool.h"

#include <cstdlib>
#include <mutex>
#include <new>
#include <vector>

#include "base/buffer.h"

namespace idle {

namespace {

constexpr std::size_t worth_keeping = std::size_t{4} << 20;
constexpr std::size_t most_kept = std::size_t{256} << 20;

struct Shelf {
  std::mutex lock;
  std::vector<Piece> pieces;
  std::size_t bytes = 0;
};

// Never destroyed: pieces come back until the very end of the process.
Shelf& shelf() {
  static auto* one = new Shelf;
  return *one;
}

// The smallest kept piece that is large enough and not far too large.
Piece kept_piece(std::size_t bytes) {
  Shelf& kept = shelf();
  const std::lock_guard<std::mutex> guard(kept.lock);
  std::size_t best = kept.pieces.size();
  for (std::size_t i = 0; i < kept.pieces.size(); ++i) {
    const std::size_t size = kept.pieces[i].bytes;
    if (size < bytes || size > 2 * bytes) continue;
    if (best == kept.pieces.size() || size < kept.pieces[best].bytes) best = i;
  }
  if (best == kept.pieces.size()) return {};
  const Piece found = kept.pieces[best];
  kept.pieces.erase(kept.pieces.begin() + static_cast<std::ptrdiff_t>(best));
  kept.bytes -= found.bytes;
  return found;
}

}  // namespace

Piece take_piece(std::size_t bytes) {
  bytes = (bytes + 63) / 64 * 64;
  if (bytes >= worth_keeping) {
    const Piece kept = kept_piece(bytes);
    if (kept.memory != nullptr) return kept;
  }
  void* memory = std::aligned_alloc(64, bytes);
  if (memory == nullptr) throw std::bad_alloc();
  advise_huge(memory, bytes);
  return {memory, bytes};
}

void give_piece(Piece piece) {
  if (piece.bytes >= worth_keeping) {
    Shelf& kept = shelf();
    const std::lock_guard<std::mutex> guard(kept.lock);
    if (kept.bytes + piece.bytes <= most_kept) {
      kept.pieces.push_back(piece);
      kept.bytes += piece.bytes;
      return;
    }
  }
  std::free(piece.memory);
}

std::size_t release_pieces() {
  Shelf& kept = shelf();
  const std::lock_guard<std::mutex> guard(kept.lock);
  const std::size_t bytes = kept.bytes;
  for (const Piece& piece : kept.pieces) std::free(piece.memory);
  kept.pieces.clear();
  kept.bytes = 0;
  return bytes;
}

}  // namespace idle
