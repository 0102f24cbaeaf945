// Letters as outlines: what words look like when they are cut.
#pragma once
#include "core/assembly/polygon.h"
#include <string>
#include <vector>

namespace hl::picture {

// One piece of a letter: most have one, an i has two. Corners in mm from the start of the base
// line, curves as chords within 0.04 mm.
struct LetterPiece {
    std::string letter; // the character
    Paper paper;
};

struct SetWords {
    std::vector<LetterPiece> pieces;  // from left to right
    double width = 0;                 // of the line
    std::vector<std::string> missing; // characters that no typeface here has: boxes stand for them
    bool known = true; // else the typeface is not there, and the shipped one stands in
};

// A line of text, its capitals `height` mm high. An empty typeface is the one that ships.
SetWords setWords(const std::string& text, const std::string& typeface, double height);

// The typefaces there are, in the order of the alphabet.
std::vector<std::string> typefaces();

} // namespace hl::picture
