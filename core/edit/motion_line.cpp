#include "core/edit/motion_line.h"
#include "core/edit/named.h"
#include "core/measure/number.h"
#include "core/measure/place.h"
#include <cctype>

namespace hl::edit {
namespace {

std::string trimmed(const std::string& s) {
    const size_t a = s.find_first_not_of(" \t\n"), b = s.find_last_not_of(" \t\n");
    return a == std::string::npos ? "" : s.substr(a, b - a + 1);
}

Result<StageSpec> parseStage(const Design& d, const std::string& text, const std::string& place) {
    const Problem how{place, "“" + text + "” is no stage",
                      "write what is driven, from and to, like card.spine 0 to 180"};
    const size_t to = text.rfind(" to ");
    if (to == std::string::npos)
        return how;
    const std::string before = trimmed(text.substr(0, to));
    // What is driven may have spaces in its name, and its first value one before the unit.
    for (size_t at = before.find(' '); at != std::string::npos; at = before.find(' ', at + 1)) {
        const std::string from = trimmed(before.substr(at));
        if (from.empty() || from.find_first_of("0123456789") == std::string::npos ||
            std::isalpha(static_cast<unsigned char>(from.front())))
            continue;
        auto id = idOf(d, trimmed(before.substr(0, at)));
        if (!id)
            return id.problem().in(place);
        StageSpec out;
        out.drive = *id;
        const JoinSpec* join = d.join(*id);
        const Quantity by = join ? travelOf(*join) : Quantity::Angle;
        for (auto& [value, said] :
             {std::pair{&out.from, from}, {&out.to, trimmed(text.substr(to + 4))}}) {
            auto m = parsePlace(said, by, d.units);
            if (!m)
                return m.problem().in(place);
            *value = *m;
        }
        return out;
    }
    return how;
}

} // namespace

Result<std::vector<StageSpec>> parseMotion(const Design& design, const std::string& line) {
    std::vector<StageSpec> out;
    const std::string all = trimmed(line);
    if (all.empty() || all == "auto")
        return out;
    bool together = false;
    for (size_t from = 0; from <= all.size();) {
        const size_t end = std::min(all.find_first_of(";&", from), all.size());
        auto stage = parseStage(design, trimmed(all.substr(from, end - from)),
                                "motion, stage " + numberText(out.size() + 1));
        if (!stage)
            return stage.problem();
        stage->together = together;
        out.push_back(*stage);
        if (end == all.size())
            break;
        together = all[end] == '&';
        from = end + 1;
    }
    return out;
}

std::string motionLine(const Design& design) {
    std::string out;
    for (const StageSpec& s : design.motion)
        out += (out.empty()  ? ""
                : s.together ? " & "
                             : "; ") +
               s.drive + " " + placeText(s.from, design.units) + " to " +
               placeText(s.to, design.units);
    return out;
}

} // namespace hl::edit
