#include "core/prove/saying.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cctype>
#include <cmath>

namespace hl::proving {
namespace {

std::string degrees(double d) { return numberText(d, 1) + "°"; }

} // namespace

namespace {

// The structure that a panel or crease belongs to, else its part.
std::string whose(const Case& c, const std::string& id, int part) {
    return c.design.structure(ownerOf(id)) ? sayOwner(c.design, ownerOf(id))
                                           : c.assembly.parts[part].name;
}

} // namespace

std::string sayOwner(const Design& d, const std::string& id) {
    if (const StructureSpec* s = d.structure(id))
        return callName(d, *s);
    if (const FreePart* p = d.part(id))
        return callName(*p);
    if (const GroupSpec* g = d.group(id))
        return callName(*g);
    return id == "card" ? "the card" : spokenName(id);
}

std::string sayPanel(const Case& c, int panel) {
    const Panel& p = c.assembly.panels[panel];
    if (const std::string* own = c.design.nameOf(p.id))
        return *own;
    std::string name = p.id.substr(p.id.find('.') + 1);
    if (p.role == Role::Page)
        return pageName(c.design, name);
    name = spokenName(name);
    const StructureSpec* s = c.design.structure(ownerOf(p.id));
    // What is one panel is called by its own name.
    if (s && s->kind == name)
        return whose(c, p.id, p.part);
    return name + " of " + whose(c, p.id, p.part);
}

std::string sayCrease(const Case& c, int crease) {
    const Crease& k = c.assembly.creases[crease];
    if (const std::string* own = c.design.nameOf(k.id))
        return *own;
    std::string name = k.id.substr(k.id.find('.') + 1);
    name = spokenName(name);
    const bool card = ownerOf(k.id) == "card";
    return card ? name : name + " of " + whose(c, k.id, k.part);
}

std::string sayJoint(const Case& c, int joint) {
    const Joint& j = c.linkage.joints[joint];
    if (j.join < 0)
        return sayCrease(c, joint);
    const char* kind = traitsOf(c.assembly.joins[j.join].kind).turns &&
                               traitsOf(c.assembly.joins[j.join].kind).slides
                           ? "pin "
                       : j.freedom == Freedom::Slide ? "slide "
                       : j.freedom == Freedom::Turn  ? "pivot "
                                                     : "slot ";
    return kind + ("of the " + sayPanel(c, c.assembly.joins[j.join].tab));
}

std::string sayThing(const Case& c, const std::string& id) {
    if (id.find('.') == std::string::npos)
        return sayOwner(c.design, id);
    if (const int panel = c.assembly.panel(id); panel >= 0)
        return sayPanel(c, panel);
    if (const int crease = c.assembly.crease(id); crease >= 0)
        return sayCrease(c, crease);
    return spokenName(id.substr(id.find('.') + 1));
}

std::string sayOpening(const Case& c, double from, double to) {
    const Course& course = c.linkage.course;
    if (course.legs().empty())
        return "as it lies";
    if (!course.plain()) {
        auto one = [&](double at) {
            const Course::Leg& leg = course.legAt(at);
            const double shown = leg.shown(std::clamp(at, leg.begin, leg.end));
            const bool slide = c.linkage.joints[leg.joint].freedom == Freedom::Slide;
            return "the " + sayJoint(c, leg.joint) + " at " +
                   (slide ? sayAmount(c, shown) : degrees(shown));
        };
        if (std::fabs(from - to) < 0.05)
            return "with " + one(from);
        return "from " + one(from) + " to " + one(to);
    }
    if (std::fabs(from - to) < 0.05)
        return "at " + degrees(from) +
               (from == 0     ? " (closed)"
                : from == 180 ? " (flat open)"
                              : "");
    return "between " + degrees(from) + " and " + degrees(to);
}

std::string sayMotion(const Case& c) {
    std::string out;
    const auto& legs = c.linkage.course.legs();
    for (size_t i = 0; i < legs.size(); ++i) {
        const bool together = c.assembly.motion[i].together,
                   slide = c.linkage.joints[legs[i].joint].freedom == Freedom::Slide;
        if (const Stage& stage = c.assembly.motion[i]; stage.springs) { // nobody moves it
            const Crease& fold =
                c.assembly.creases[static_cast<size_t>(c.assembly.crease(stage.drive))];
            out += (out.empty() ? "Let " : "; then let ") +
                   sayOwner(c.design, c.assembly.parts[static_cast<size_t>(fold.part)].structure) +
                   " rise";
            continue;
        }
        out += (out.empty() ? "Bring the "
                : together  ? ", along with it the "
                            : "; then the ") +
               sayJoint(c, legs[i].joint) + " to " +
               (slide ? sayAmount(c, legs[i].shownTo) : degrees(legs[i].shownTo));
    }
    return out.empty() ? out : out + ".";
}

std::string sayAmount(const Case& c, double mm) { return sayLength(mm, c.design.units); }

std::pair<std::string, std::string> sayApart(const Case& c, double one, double other) {
    std::string a = sayAmount(c, one), b = sayAmount(c, other);
    const bool inch = c.design.units == Unit::Inch;
    for (int decimals = 2; a == b && decimals < 6; ++decimals) {
        auto fine = [&](double mm) {
            return numberText(inch ? mm / 25.4 : mm, decimals) + (inch ? " in" : " mm");
        };
        a = fine(one);
        b = fine(other);
    }
    return {a, b};
}

std::string capital(std::string s) {
    if (!s.empty())
        s[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(s[0])));
    return s;
}

void nameIn(Finding& f, const Case& c, int panel) {
    const std::string& part = c.assembly.parts[c.assembly.panels[panel].part].id;
    if (std::find(f.parts.begin(), f.parts.end(), part) == f.parts.end())
        f.parts.push_back(part);
    f.panels.push_back(c.assembly.panels[panel].id);
}

} // namespace hl::proving
