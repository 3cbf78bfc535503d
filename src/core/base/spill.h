// What does not fit the memory allowed goes to files of one folder, which are gone when nobody reads them any more,
// however the process ends.
#pragma once
#include <cstddef>
#include <cstdio>
#include <memory>
#include <stdexcept>
#include <string>

namespace idle {

struct CannotSpill : std::runtime_error {
  using std::runtime_error::runtime_error;
};

// Where such files go, and how many bytes of one figure's values stay in memory; no folder: all of them.
struct SpillSetting {
  std::string folder;
  std::size_t bytes = 0;
};
void set_spill(const SpillSetting& setting);
SpillSetting spill_now();

// The bytes that are free where a folder lies. Throws CannotSpill.
std::size_t free_space(const std::string& folder);

// How many bytes have gone to files since the process began.
std::size_t bytes_spilled();

// A file that is written once and then read by place.
class SpillFile {
 public:
  // Throws CannotSpill where the folder has no room for so many bytes.
  SpillFile(const std::string& folder, std::size_t bytes);
  ~SpillFile();
  SpillFile(const SpillFile&) = delete;
  SpillFile& operator=(const SpillFile&) = delete;
  void write(const void* from, std::size_t n);
  void read(std::size_t at, void* into, std::size_t n) const;

 private:
  std::FILE* file_;
  std::string path_;
};

}  // namespace idle
