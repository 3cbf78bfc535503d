// All of the folder, compiled as one: what its headers hold is gone through once.
#include "text/encode.cpp"
#include "text/escape_text.cpp"
#include "text/join_texts.cpp"
#include "text/number_text.cpp"
#include "text/rank_texts.cpp"
