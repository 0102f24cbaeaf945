// Cards whose pages lie in a row, folded by parallel folds.
#pragma once
#include "core/assembly/builder.h"
#include "core/structures/parameters.h"

namespace hl::structures {

// Pages of the given widths, the first one left of the spine; the folds are called spine, fold-2,
// fold-3 and so on, the pages page-left, page-right, page-3 and so on.
CardSheet pagesInARow(const std::vector<double>& widths, const std::vector<Fold>& folds,
                      double length);
std::string foldName(size_t n);       // the fold left of page n + 1: 1 is "spine"
std::string foldId(size_t n);         // the same as a crease: "card.spine"
int pageOf(const Assembly& a, int n); // panel of page n, from 1

// A form of card; the table adds what all of them share.
Family cardForm(const std::string& id, const std::string& name, const std::string& purpose);

} // namespace hl::structures
