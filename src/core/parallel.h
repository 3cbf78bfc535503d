// Work split over threads. Each worker gets one contiguous share, handed out in slices, so that a
// wish to stop is seen soon; the calling thread only waits, asks, and reports progress.
#pragma once
#include <cstddef>
#include <functional>
#include <stdexcept>

namespace idle {

struct Interrupted : std::runtime_error {
  Interrupted() : std::runtime_error("stopped by the user") {}
};

struct Work {
  int threads = 1;
  // Called on the calling thread, about every 50 ms, with the part done; false stops the work.
  std::function<bool(double)> keep_going;
};

struct Share {
  std::size_t begin, end;
};

using Slice = std::function<void(int worker, std::size_t begin, std::size_t end)>;

// How many workers rows of this number are worth.
int workers_for(const Work& work, std::size_t rows);
Share share_of(std::size_t rows, int workers, int worker);
void run_parallel(const Work& work, int workers, std::size_t rows, std::size_t slice,
                  const Slice& body);

}  // namespace idle
