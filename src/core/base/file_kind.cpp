#include "base/file_kind.h"

#include <filesystem>

namespace idle {

std::string file_kind(const std::string& path) {
  std::error_code error;
  const auto status = std::filesystem::status(path, error);
  if (error == std::errc::too_many_symbolic_link_levels) return "loop";
  if (error == std::errc::permission_denied) return "locked";
  switch (status.type()) {
    case std::filesystem::file_type::regular:
      return "file";
    case std::filesystem::file_type::directory:
      return "folder";
    case std::filesystem::file_type::fifo:
      return "pipe";
    case std::filesystem::file_type::block:
    case std::filesystem::file_type::character:
      return "device";
    case std::filesystem::file_type::socket:
      return "socket";
    default:
      return "nothing";
  }
}

}  // namespace idle
