// Whether a file is valid UTF-8 from end to end.
#pragma once
#include <string>

namespace idle {

// False as well if the file cannot be read.
bool file_is_utf8(const std::string& path);

}  // namespace idle
