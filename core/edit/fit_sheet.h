// What a resized design is cut from: whether its sheets fit on paper of one format, judged as the
// cut plan does, and which tabs give so that they do.
#pragma once
#include "core/edit/resize.h"
#include "core/make/sheets.h"
#include <functional>

namespace hl::edit {

// The faults that a design did not have before.
using Faults = std::function<std::vector<std::string>(const Design&, const Assembly&)>;

// Makes tabs shallower where that lets a sheet fit, from 12 mm down to the 4 mm that still hold,
// and says so in the hints; what does not fit even then is a remark.
void fitSheet(Resized& out, const SheetFormat& format, const Faults& faults);

} // namespace hl::edit
