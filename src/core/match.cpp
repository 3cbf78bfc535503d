// All of the folder, compiled as one: what its headers hold is gone through once.
#include "match/copies.cpp"
#include "match/partners.cpp"
