#include "core/structures/cut_outs/cut_out.h"

namespace hl {

CutLine cutLine(const Assembly& a, int crease) {
    const Crease& c = a.creases[crease];
    return {crease, c.part,  c.left,           c.right,
            c.from, c.dir(), rightOf(c.dir()), c.fold == Fold::Valley};
}

Trouble takeOut(AssemblyBuilder& out, const CutLine& line, const std::string& owner,
                const Ring& left, const Ring& right, double from, double to) {
    const std::string place = owner == "card" ? "card" : "structure " + owner;
    const Crease& c = out.made().creases[line.crease];
    if (from < 1 || to > c.length() - 1)
        return Problem{place, "it reaches to the end of its fold, so no paper would hold it",
                       "keep at least 1 mm of the fold at both ends: make it narrower or move it"};
    for (auto& [a, b] : c.gaps)
        if (from < b && to > a)
            return Problem{place, "another cut-out takes the fold there already",
                           "move one of them along the fold"};
    for (auto& [panel, ring] : {std::pair{line.left, &left}, {line.right, &right}}) {
        const Panel& p = out.made().panels[panel];
        for (const Vec2& corner : *ring)
            if (offPaper(p.outline, p.apertures, corner) > 1e-6)
                return Problem{place, "a slit would run off the " + p.id,
                               "bring its feet nearer to the fold or move it along"};
    }
    for (auto& [panel, ring] : {std::pair{line.left, &left}, {line.right, &right}})
        if (!ring->empty() && !out.take(panel, *ring))
            return Problem{place, "it would cut the " + out.made().panels[panel].id + " in two",
                           "leave paper at both ends of its slits: bring its feet nearer to the "
                           "fold"};
    out.leaveUnfolded(line.crease, from, to);
    return {};
}

Trouble cutStep(AssemblyBuilder& out, int crease, const std::string& owner,
                const std::string& prefix, double a, double b, double y0, double y1) {
    const CutLine k = cutLine(out.made(), crease);
    if (Trouble t = takeOut(out, k, owner, {k.at(-a, y0), k.at(0, y0), k.at(0, y1), k.at(-a, y1)},
                            {k.at(0, y0), k.at(b, y0), k.at(b, y1), k.at(0, y1)}, y0, y1))
        return t;
    out.within(k.part, owner);
    const double tip = b - a;
    const int left = out.panel(prefix + "left-wall", Role::Wall,
                               {k.at(-a, y0), k.at(tip, y0), k.at(tip, y1), k.at(-a, y1)});
    const int right = out.panel(prefix + "right-wall", Role::Wall,
                                {k.at(tip, y0), k.at(b, y0), k.at(b, y1), k.at(tip, y1)});
    out.crease(prefix + "left-foot", k.left, left, k.at(-a, y0), k.at(-a, y1),
               k.fold(Fold::Valley));
    out.crease(prefix + "right-foot", right, k.right, k.at(b, y0), k.at(b, y1),
               k.fold(Fold::Valley));
    out.crease(prefix + "tip", left, right, k.at(tip, y0), k.at(tip, y1), k.fold(Fold::Mountain));
    out.mark(prefix + "near-slit", LineKind::Slit, {k.at(-a, y0), k.at(b, y0)});
    out.mark(prefix + "far-slit", LineKind::Slit, {k.at(-a, y1), k.at(b, y1)});
    return {};
}

} // namespace hl
