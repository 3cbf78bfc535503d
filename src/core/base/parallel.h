// Work split over threads. Each worker gets one contiguous share, handed out in slices, so that a
// wish to stop is seen soon; the calling thread only waits, asks, and reports progress. Where the
// system gives no further thread, the calling one works the shares that are left.
#pragma once
#include <atomic>
#include <cstddef>
#include <functional>
#include <stdexcept>

namespace idle {

struct Interrupted : std::runtime_error {
  Interrupted() : std::runtime_error("stopped by the user") {}
};

struct Work {
  int threads = 1;
  // Called on the calling thread, about every 50 ms, with the part done (below 0: not known); false
  // stops the work.
  std::function<bool(double)> keep_going;
};

// For long loops inside a slice, a group or a sort: throws Interrupted once somebody wishes to stop.
// Cheap enough for every few thousand steps.
void check_stop();

// A comparison for long sorts that asks now and then.
template <typename Less>
auto asking(const Less& less) {
  return [less](const auto& a, const auto& b) {
    thread_local unsigned compared = 0;
    if ((++compared & 0xFFFF) == 0) check_stop();
    return less(a, b);
  };
}

// While it lives, check_stop() on this thread asks this work.
class AskingNow {
 public:
  explicit AskingNow(const Work& work);
  ~AskingNow();
  AskingNow(const AskingNow&) = delete;
  AskingNow& operator=(const AskingNow&) = delete;

 private:
  const Work* before_;
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

// Pieces of unlike size: each worker takes the next one that nobody has begun. Calls
// body(worker, piece).
template <typename Body>
void run_in_turn(const Work& work, int workers, std::size_t pieces, const Body& body) {
  std::atomic<std::size_t> next{0};
  const std::size_t batch = pieces > 100000 ? 1024 : 1;
  run_parallel(work, workers, workers * ((pieces + batch - 1) / batch), 1,
               [&](int worker, std::size_t, std::size_t) {
                 const std::size_t from = next.fetch_add(batch);
                 for (std::size_t piece = from; piece < from + batch && piece < pieces; ++piece) {
                   body(worker, piece);
                 }
               });
}

}  // namespace idle
