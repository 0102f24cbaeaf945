#include "core/prove/trials.h"
#include "core/assemble/assemble.h"
#include "core/measure/place.h"
#include "core/prove/prove.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr int marks = 24; // values that are looked at before two of them are narrowed down

// Whether a finding is about something that belongs to `about` (anything when that is empty).
bool isAbout(const Finding& f, const std::vector<std::string>& about) {
    return about.empty() || std::any_of(about.begin(), about.end(), [&](auto& id) {
               return std::any_of(f.panels.begin(), f.panels.end(),
                                  [&](auto& panel) { return ownerOf(panel) == id; }) ||
                      std::find(f.parts.begin(), f.parts.end(), id) != f.parts.end();
           });
}

} // namespace

bool Trials::finds(const char* id, const Design& d, const std::vector<std::string>& about) const {
    auto made = assemble(d);
    if (!made)
        return true;
    const Case c(d, *made, stop_.flag, workshop_);
    const Evidence e(c, stop_);
    std::vector<Finding> found;
    for (const Rule& rule : rules())
        if (std::string(id) == rule.id && !stop_)
            rule.run(e, stop_, found);
    return std::any_of(found.begin(), found.end(), [&](const Finding& f) {
        return f.severity != Severity::Note && isAbout(f, about);
    });
}

Trials::Trial Trials::look(const Design& d, const std::vector<std::string>& about) const {
    auto made = assemble(d);
    if (!made)
        return {false, made.problem().text()};
    const Case c(d, *made, stop_.flag, workshop_);
    const Evidence e(c, stop_);
    for (const Rule& rule : rules()) {
        // Where one finding is asked for, the others stay as they are; paper that is too weak
        // already is no reason to stop.
        if (rule_.empty() ? !rule.where && (weak_ || std::string("strength") != rule.id)
                          : rule_ != rule.id)
            continue;
        std::vector<Finding> found;
        if (stop_)
            return {};
        rule.run(e, stop_, found);
        for (const Finding& f : found) {
            if (f.severity == Severity::Note)
                continue;
            if (isAbout(f, about))
                return {false, f.message};
        }
    }
    return {true, {}};
}

std::vector<std::string> Trials::withStanding(const std::string& id) const {
    std::vector<std::string> out{id};
    for (size_t i = 0; i < out.size(); ++i)
        for (const StructureSpec& s : held_.structures)
            if (seriesOf(held_, ownerOf(s.on)) == out[i] && out[i] != "card" &&
                std::find(out.begin(), out.end(), s.id) == out.end())
                out.push_back(s.id);
    return out;
}

Trials::Edge Trials::along(std::int64_t from, std::int64_t to, std::int64_t grain,
                           const Try& attempt) const {
    Edge e;
    Trial now = attempt(from);
    const bool held = now.holds;
    std::int64_t last = from;
    std::string why = now.why;
    bool turned = false;
    std::int64_t beyond = to;
    for (int n = 1; n <= marks && !stop_; ++n) {
        if (progress_)
            progress_(0.7 * n / marks);
        const std::int64_t at =
            from + static_cast<std::int64_t>(std::llround(double(to - from) * n / marks));
        if (at == last)
            continue;
        now = attempt(at);
        if (now.holds != held) {
            beyond = at;
            turned = true;
            if (held)
                why = now.why;
            break;
        }
        if (!held)
            why = now.why;
        last = at;
    }
    if (stop_)
        return e;
    if (!turned) {
        e.found = held;
        e.value = to;
        e.why = held ? "" : why;
        return e;
    }
    // `last` is like the start, `beyond` is not.
    while (std::llabs(beyond - last) > grain && !stop_) {
        const std::int64_t mid = last + (beyond - last) / 2;
        const Trial t = attempt(mid);
        if (t.holds == held) {
            last = mid;
            if (!held)
                why = t.why;
        } else {
            beyond = mid;
            if (held)
                why = t.why;
        }
    }
    if (progress_)
        progress_(1);
    e.found = true;
    e.value = held ? last : beyond;
    e.refused = held ? beyond : last;
    e.why = why;
    return e;
}

Measure Trials::onRuler(const Measure& m, bool down) const {
    const std::int64_t step =
        m.quantity == Quantity::Length ? workshop_.rulerFor(held_.units).step : 500'000'000;
    Measure out = m;
    out.count = m.count / step * step;
    if (!down && out.count < m.count)
        out.count += step;
    return out;
}

std::string Trials::say(const Measure& m, To side) const {
    const std::int64_t step = m.quantity == Quantity::Angle ? 100'000'000
                              : held_.units == Unit::Inch   ? nmPerInch / 64
                                                            : 100'000;
    Measure out = m;
    out.count = m.count / step * step;
    if (side == To::More && out.count < m.count)
        out.count += step;
    return show(out, held_.units, 64).text;
}

std::string Trials::say(const Measure& m, To side, const Put& with) const {
    Measure mark = onRuler(m, side == To::Less);
    if (finds("rounding", with(m.count), {}) && !finds("rounding", with(mark.count), {}))
        return show(mark, held_.units, 64).text;
    return say(m, side);
}

} // namespace hl::proving
