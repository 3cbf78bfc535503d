// Large pieces of memory, kept for their next use: fresh memory costs about as much as the work
// that is done in it.
#pragma once
#include <cstddef>

namespace idle {

struct Piece {
  void* memory = nullptr;
  std::size_t bytes = 0;
};

// At least so many bytes, aligned to 64; what is in them is left from before.
Piece take_piece(std::size_t bytes);
void give_piece(Piece piece);
// Gives what is kept back to the system; how many bytes that were.
std::size_t release_pieces();

}  // namespace idle
