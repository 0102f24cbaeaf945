#include "app/gallery/samples.h"
#include "core/assemble/assemble.h"
#include "core/dress/dress.h"
#include "core/edit/edit.h"
#include <map>

namespace hl::app {
namespace {

std::shared_ptr<const Case> folded(const std::string& family) {
    const Design card =
        *newDesign(Measure::fromMm(127), Measure::fromMm(177.8), SpineSide::Left, Unit::Inch);
    auto added = addStructure(card, family, "", {});
    const Design& d = added ? added->first : card;
    const auto bare = std::make_shared<const Case>(d, *assemble(d));
    if (hl::family(family)->ground == Ground::Form)
        return bare; // its pages say what it is
    // What a structure is, is seen better when it does not have the page's own colour.
    auto worn = dressed(d, proposalsFor(*bare, *scheme("station")));
    if (!worn || *worn == d)
        return bare;
    return std::make_shared<const Case>(*worn, *assemble(*worn));
}

} // namespace

void sampleOf(const Family& family, QObject* receiver, std::function<void(PicturedPtr)> got) {
    static std::map<std::string, PicturedPtr> made; // on the window's thread only
    if (const auto it = made.find(family.id); it != made.end())
        return got(it->second);
    foldLater(
        receiver, [id = family.id] { return folded(id); },
        [id = family.id, got = std::move(got)](PicturedPtr p) {
            made[id] = p;
            got(p);
        });
}

} // namespace hl::app
