// What families are written with: parameters of each kind, refusals, and measures that recur.
#pragma once
#include "core/design/design.h"
#include "core/structures/family.h"

namespace hl::structures {

// Lengths in mm, angles in degrees.
Parameter lengthOf(const std::string& name, double least, double most, const std::string& meaning);
Parameter angleOf(const std::string& name, double least, double most, const std::string& meaning);
Parameter countOf(const std::string& name, int least, int most, const std::string& meaning);
Parameter choiceOf(const std::string& name, std::vector<std::string> words,
                   const std::string& meaning);

// place and width along a fold.
Parameter placeParameter();
Parameter widthParameter();
Parameter tabParameter();
// The right end's tab, where it has another depth than the left one.
Parameter rightTabParameter();
// Of what is glued on a panel: how far it is turned, where its middle lies, how high its foam is.
Parameter turnParameter(const std::string& meaning);
std::vector<Parameter> middleParameters(const std::string& whose); // across, along
Parameter raiseParameter();

inline constexpr double degree = pi / 180;

// The depth of tabs for the paper at hand, mm: 3/8 in on plain card, more on heavy stock, whose
// springing folds pull harder, and never more than `room` allows.
double tabDepth(const Host& host, double room);

// Fills in width and place along the host fold; `part` of a fold too short for two inches.
void completeAlong(Values& v, const Host& host, double part = 0.6);

// Fills in the one measure of a sum that is missing: sum of sign times measure is nought. The
// first one named follows when several are missing and have no value yet.
struct Term {
    const char* name;
    double sign;
};
void completeSum(Values& v, const std::vector<Term>& terms);

// "structure box1, measure width": the refusal of a measure that breaks a bound.
Problem beyond(const StructureSpec& spec, const Host& host, const std::string& measure,
               double value, const std::string& bound, const std::string& why,
               const std::string& remedy);
std::string inUnit(const Host& host, double mm); // "31.8 mm", "1 1/4 in"

} // namespace hl::structures
