// The design as JSON: every field as its struct lists it (core/design/field.h). What a file as a
// whole has besides (its format, its version) is hlantern.cpp's.
#pragma once
#include "core/design/design.h"
#include "core/files/json_object.h"

namespace hl::files {

// The family whose measures are set.
inline const std::string& kindOf(const CardSpec& c) { return c.form; }
inline const std::string& kindOf(const StructureSpec& s) { return s.kind; }

// Throws Bad where something is missing, means nothing or is no measure.
Design readFields(Object& file);
// Returns the version of the format that the fields written need.
int writeFields(const Design& design, Json& into);

} // namespace hl::files
