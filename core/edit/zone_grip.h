// Adhesive zones dragged in the flat pattern by the line where the adhesive ends.
#pragma once
#include "core/assembly/assembly.h"
#include "core/design/design.h"
#include <optional>

namespace hl::edit {

struct ZoneGrip {
    std::string join; // id
    Zone zone;        // when the drag begins
    Vec2 way;         // unit, in which the line goes as the zone's size grows
    double most = 0;  // mm: as far as its panel reaches
};

// The zone of a part's panel whose line passes within `reach` mm of a place in the part's flat
// coordinates. Only zones with a size have one: bands, what is left clear, margins.
std::optional<ZoneGrip> zoneGripAt(const Design& design, const Assembly& assembly,
                                   const std::string& part, const Vec2& at, double reach);

// The zone after a drag by `moved`: in steps of 1/16 in or 0.5 mm unless `fine`, at least one of
// them wide and within its panel.
Zone draggedZone(const ZoneGrip& grip, const Vec2& moved, const Design& design, bool fine);

void setZone(Design& design, const std::string& join, const Zone& zone);

} // namespace hl::edit
