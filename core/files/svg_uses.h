// What an SVG drawing shows more than once, and what it has but does not show.
#pragma once
#include "core/measure/rooms.h"
#include <map>
#include <rapidxml_ns/rapidxml_ns.hpp>
#include <string>

namespace hl::files {

// An attribute of a node by its name, whatever space it is in; empty where there is none.
std::string svgValue(rapidxml_ns::xml_node<>* node, const char* name);
// A property, as an attribute or within `style`, without spaces.
std::string svgProperty(rapidxml_ns::xml_node<>* node, const std::string& name);

// Puts what `use` refers to in its place, as a group, and takes out what is not shown. `left`
// counts what is no line and what was hidden, by its name. Throws TooMuch where things use one
// another without end.
void showUses(rapidxml_ns::xml_document<>& document, rapidxml_ns::xml_node<>* root,
              std::map<std::string, int>& left);

// The mm of a user unit by the size that a drawing says it has: by its width in mm, cm, in, pt, pc
// or px, and its view box; without a view box a unit is a pixel. A plain number is taken for mm,
// and without any width a unit for one: then `said` is false.
double svgUnit(rapidxml_ns::xml_node<>* root, bool& said);

} // namespace hl::files
