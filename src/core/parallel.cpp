#include "parallel.h"

#include <algorithm>
#include <atomic>
#include <chrono>
#include <condition_variable>
#include <exception>
#include <mutex>
#include <thread>
#include <vector>

namespace idle {

namespace {

constexpr auto pause = std::chrono::milliseconds(50);

struct Progress {
  std::atomic<bool> stop{false};
  std::atomic<std::size_t> done{0};
  std::mutex lock;
  std::condition_variable finished;
  int running = 0;
  std::exception_ptr failure;
};

void work_share(Progress& progress, const Slice& body, int worker, Share share, std::size_t slice) {
  try {
    for (std::size_t at = share.begin; at < share.end && !progress.stop; at += slice) {
      const std::size_t end = std::min(share.end, at + slice);
      body(worker, at, end);
      progress.done += end - at;
    }
  } catch (...) {
    std::lock_guard<std::mutex> guard(progress.lock);
    if (!progress.failure) progress.failure = std::current_exception();
    progress.stop = true;
  }
  std::lock_guard<std::mutex> guard(progress.lock);
  if (--progress.running == 0) progress.finished.notify_one();
}

void run_alone(const Work& work, std::size_t rows, std::size_t slice, const Slice& body) {
  auto asked = std::chrono::steady_clock::now();
  for (std::size_t at = 0; at < rows; at += slice) {
    body(0, at, std::min(rows, at + slice));
    const auto now = std::chrono::steady_clock::now();
    if (work.keep_going && now - asked > pause) {
      asked = now;
      if (!work.keep_going(static_cast<double>(at) / rows)) throw Interrupted();
    }
  }
}

}  // namespace

int workers_for(const Work& work, std::size_t rows) {
  const std::size_t worth = rows / 65536 + 1;
  return static_cast<int>(std::min<std::size_t>(std::max(1, work.threads), worth));
}

Share share_of(std::size_t rows, int workers, int worker) {
  const std::size_t each = rows / workers, rest = rows % workers, w = worker;
  const std::size_t begin = each * w + std::min(w, rest);
  return {begin, begin + each + (w < rest ? 1 : 0)};
}

void run_parallel(const Work& work, int workers, std::size_t rows, std::size_t slice,
                  const Slice& body) {
  if (workers <= 1) return run_alone(work, rows, slice, body);
  Progress progress;
  progress.running = workers;
  std::vector<std::thread> threads;
  for (int w = 0; w < workers; ++w) {
    const Share share = share_of(rows, workers, w);
    threads.emplace_back([&, w, share] { work_share(progress, body, w, share, slice); });
  }
  bool interrupted = false;
  {
    std::unique_lock<std::mutex> guard(progress.lock);
    while (!progress.finished.wait_for(guard, pause, [&] { return progress.running == 0; })) {
      if (!work.keep_going || interrupted) continue;
      guard.unlock();
      interrupted = !work.keep_going(static_cast<double>(progress.done) / rows);
      guard.lock();
      if (interrupted) progress.stop = true;
    }
  }
  for (auto& thread : threads) thread.join();
  if (progress.failure) std::rethrow_exception(progress.failure);
  if (interrupted) throw Interrupted();
}

}  // namespace idle
