// Texts made fit for a page: what would move the cursor, hide, or turn the direction of reading is
// written out.
#pragma once
#include <string>
#include <string_view>

namespace idle {

// Whether nothing in a text has to be written out.
bool is_plain_text(std::string_view text);

// Control characters, line ends, marks of direction and width, code points that are no characters
// and bytes that are no UTF-8, each as \n, \t, \x1b or \u202e.
std::string escape_text(std::string_view text);

}  // namespace idle
