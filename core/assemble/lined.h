// What follows once the maker's joins are made: tabs that stand in the middle between two panels,
// and sheets that line one.
#pragma once
#include "core/assembly/builder.h"
#include <set>
#include <string>

namespace hl::assembling {

// `ours`: the ids of those joins.
void tieTabs(const std::set<std::string>& ours, AssemblyBuilder& out);
void linePanels(const std::set<std::string>& ours, AssemblyBuilder& out);

} // namespace hl::assembling
