// What stands at a path.
#pragma once
#include <string>

namespace idle {

// "file", "folder", "pipe", "device", "socket", "loop" (links that lead to each other), "nothing", or
// "locked" (where one may not look).
std::string file_kind(const std::string& path);

}  // namespace idle
