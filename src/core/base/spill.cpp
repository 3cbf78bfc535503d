#include "base/spill.h"

#include <atomic>
#include <cerrno>
#include <cstring>
#include <filesystem>
#include <mutex>
#include <random>

namespace idle {

namespace {

std::mutex lock;
SpillSetting setting_now;
std::atomic<std::size_t> spilled{0};
std::atomic<unsigned> number{0};

std::string fresh_name() {
  static const unsigned own = std::random_device()();
  return "idle-spill-" + std::to_string(own) + "-" + std::to_string(++number);
}

// A place in a file by 64 bits, whatever the machine's `long` has.
int go_to(std::FILE* file, std::size_t at) {
#ifdef _WIN32
  return _fseeki64(file, static_cast<long long>(at), SEEK_SET);
#else
  static_assert(sizeof(off_t) >= 8, "files above 2 GB need places of 64 bits");
  return fseeko(file, static_cast<off_t>(at), SEEK_SET);
#endif
}

std::string in_megabytes(std::size_t bytes) { return std::to_string((bytes >> 20) + 1) + " MB"; }

}  // namespace

void set_spill(const SpillSetting& setting) {
  std::lock_guard<std::mutex> guard(lock);
  setting_now = setting;
}

SpillSetting spill_now() {
  std::lock_guard<std::mutex> guard(lock);
  return setting_now;
}

std::size_t bytes_spilled() { return spilled; }

std::size_t free_space(const std::string& folder) {
  std::error_code error;
  const auto space = std::filesystem::space(folder, error);
  if (error) throw CannotSpill("the folder " + folder + " cannot be used: " + error.message());
  return static_cast<std::size_t>(space.available);
}

SpillFile::SpillFile(const std::string& folder, std::size_t bytes) {
  const std::size_t free = free_space(folder);
  if (free < bytes) {
    throw CannotSpill("the folder " + folder + " has no room for " + in_megabytes(bytes) + ", and has " +
                      in_megabytes(free) + " left");
  }
  path_ = (std::filesystem::path(folder) / fresh_name()).string();
  file_ = std::fopen(path_.c_str(), "w+bx");
  if (file_ == nullptr) throw CannotSpill("no file can be made in the folder " + folder + ": " + std::strerror(errno));
#if __has_include(<unistd.h>)
  std::remove(path_.c_str());  // an open file lives on without a name
  path_.clear();
#endif
}

SpillFile::~SpillFile() {
  std::fclose(file_);
  if (!path_.empty()) std::remove(path_.c_str());
}

void SpillFile::write(const void* from, std::size_t n) {
  if (std::fwrite(from, 1, n, file_) != n || std::fflush(file_) != 0) {
    throw CannotSpill(std::string("values could not be put by: ") + std::strerror(errno));
  }
  spilled += n;
}

void SpillFile::read(std::size_t at, void* into, std::size_t n) const {
  if (go_to(file_, at) != 0 || std::fread(into, 1, n, file_) != n) {
    throw CannotSpill("what was put by cannot be read back");
  }
}

}  // namespace idle
