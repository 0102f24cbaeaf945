#include "core/workshop/workshop.h"
#include <algorithm>

namespace hl::workshop {

Workshop::Workshop() = default;
Workshop::~Workshop() = default;
Workshop::Workshop(const Workshop&) = default;
Workshop::Workshop(Workshop&&) noexcept = default;
Workshop& Workshop::operator=(const Workshop&) = default;
Workshop& Workshop::operator=(Workshop&&) noexcept = default;

const std::vector<Ruler>& rulers() {
    static const std::vector<Ruler> table = {
        {"sixteenth", "1/16 in", nmPerInch / 16},
        {"eighth", "1/8 in", nmPerInch / 8},
        {"millimetre", "1 mm", 1'000'000},
        {"half-millimetre", "0.5 mm", 500'000},
    };
    return table;
}

const Ruler* ruler(const std::string& id) {
    for (const Ruler& r : rulers())
        if (r.id == id)
            return &r;
    return nullptr;
}

std::vector<MailClass> Workshop::sampleMail() {
    return {{"small", "Small letter (sample)", 235, 125, 5, 20},
            {"standard", "Standard letter (sample)", 245, 165, 5, 50},
            {"large", "Large letter (sample)", 350, 250, 20, 500},
            {"parcel", "Small parcel (sample)", 450, 350, 80, 2000}};
}

const Ruler& Workshop::rulerFor(Unit unit) const {
    if (const Ruler* r = hl::ruler(ruler))
        return *r;
    return *hl::ruler(unit == Unit::Inch ? "sixteenth" : "half-millimetre");
}

const MailClass* Workshop::mailClass(const std::string& id) const {
    auto it = std::find_if(mail.begin(), mail.end(), [&](auto& m) { return m.id == id; });
    return it == mail.end() ? nullptr : &*it;
}

} // namespace hl::workshop
