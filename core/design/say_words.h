// The words of a say-line: numbers in pieces, units, folds' letters.
#pragma once
#include "core/design/say_line.h"
#include <string>
#include <vector>

namespace hl::design::saying {

std::string lower(std::string text);
std::string trimmed(const std::string& text);
bool startsNumber(const std::string& word);
bool isWhole(const std::string& word);
// Whether the number carries a unit of its own.
bool hasUnit(const std::string& number);
// "mm" of "5.5 mm"; empty where none is said.
std::string unitOf(const std::string& number);
// The unit that the numbers from `at` on will bring.
std::string unitFrom(const std::vector<std::string>& words, size_t at);
// "V", "mountain", "?".
bool foldOf(const std::string& word, SayFold& fold);
// "V", "mountain", "V90", "M 45°": a fold, and how far it stands open on display.
bool foldWithAngle(const std::string& word, SayScore& score);
// The words of a clause; the pieces of one number ("5 7/8 in", "3 + 1/4") stay together.
std::vector<std::string> wordsIn(const std::string& clause);
// That a word means nothing here.
Problem unclear(const std::string& word, const std::string& remedy);

} // namespace hl::design::saying
