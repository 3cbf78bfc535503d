// Whole numbers of 128 bits, which the compilers have beyond the language.
#pragma once

namespace idle {

__extension__ typedef __int128 int128;
__extension__ typedef unsigned __int128 uint128;

}  // namespace idle
