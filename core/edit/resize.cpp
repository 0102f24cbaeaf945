#include "core/edit/resize.h"
#include "core/assemble/assemble.h"
#include "core/edit/fit_sheet.h"
#include "core/edit/sheet_format.h"
#include "core/measure/number.h"
#include "core/prove/prove.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <optional>
#include <set>

namespace hl::edit {
namespace {

struct Factors {
    double across, along;
    std::int64_t ruler = 0; // nm; what was on its marks comes to lie on them again; 0: none
    void grow(Measure& m, double by) const { put(m, static_cast<double>(m.count) * by); }
    void put(Measure& m, double grown) const {
        const bool marked = ruler > 0 && m.count % ruler == 0 && std::llabs(m.count) >= 4 * ruler;
        m.count =
            marked ? std::llround(grown / static_cast<double>(ruler)) * ruler : std::llround(grown);
    }
    double of(Parameter::Scale s) const {
        switch (s) {
        case Parameter::Scale::Across:
            return across;
        case Parameter::Scale::Along:
            return along;
        case Parameter::Scale::Lesser:
            return std::min(across, along);
        case Parameter::Scale::Kept:
            break;
        }
        return 1;
    }
};

// What becomes of places along a line whose panels do not all grow alike: between two scores they
// keep their share of the panel, so that what is drawn keeps to its scores. Lengths in nm.
struct ScoreMap {
    std::vector<std::pair<double, double>> scores; // before and after, with both ends

    // `start` is where the line begins in the sheet's coordinates, before and after.
    ScoreMap(const SayLine& before, const SayLine& after, double start, double started) {
        scores.emplace_back(start, started);
        for (size_t i = 0; i < before.panels.size(); ++i)
            scores.emplace_back(scores.back().first + static_cast<double>(before.panels[i].count),
                                scores.back().second + static_cast<double>(after.panels[i].count));
    }
    double at(double x) const {
        size_t i = 1;
        while (i + 1 < scores.size() && x > scores[i].first)
            ++i;
        const auto& [a, now] = scores[i - 1];
        const auto& [b, then] = scores[i];
        if (x < a || x > b) // beyond the ends it is carried along
            return x < a ? x + now - a : x + then - b;
        return b - a < 1 ? now : now + (x - a) / (b - a) * (then - now);
    }
};

// Goes down to every length of a design and scales it as its field says.
template<class T> class Scaler {
  public:
    // `across` and `along`: of what belongs to the thing.
    Scaler(T& t, const Factors& card, double across, double along,
           const ScoreMap* stretch = nullptr)
        : t_(t), card_(card), across_(across), along_(along), stretch_(stretch) {
        if constexpr (std::is_same_v<T, FreePart> || std::is_same_v<T, CardSpec>)
            if (t.say.panels.size() > 1) {
                SayLine grown = t.say;
                scale(always("say"), grown);
                const bool whole = std::is_same_v<T, CardSpec>; // counted from its first fold
                own_.emplace(t.say, grown, whole ? -static_cast<double>(t.say.panels[0].count) : 0,
                             whole ? -static_cast<double>(grown.panels[0].count) : 0);
                stretch_ = &*own_;
            }
    }

    template<class M> void operator()(const Field& f, M T::*m) { scale(f, t_.*m); }
    void pair(const Field& f, Measure T::*first, Measure T::*second) {
        scale(f, t_.*first, across_);
        scale(f, t_.*second, along_);
    }
    void range(const Field& from, Measure T::*low, const Field& to, Measure T::*high) {
        scale(from, t_.*low);
        scale(to, t_.*high);
    }

  private:
    void scale(const Field& f, Measure& m, double by) {
        if (f.grows != Grows::Kept && m.quantity == Quantity::Length)
            card_.grow(m, by);
    }
    void scale(const Field& f, Measure& m) {
        scale(f, m, f.grows == Grows::Fold ? card_.along : std::min(across_, along_));
    }
    void scale(const Field& f, std::optional<Measure>& m) {
        if (m)
            scale(f, *m);
    }
    void scale(const Field& f, Point& p) {
        double x = across_, y = along_;
        if constexpr (std::is_same_v<T, JoinSpec>)
            if (f.grows == Grows::Landing && ownerOf(t_.onto) == "card") {
                x = card_.across;
                y = card_.along;
            }
        if (stretch_ && f.grows != Grows::Kept)
            card_.put(p.x, stretch_->at(static_cast<double>(p.x.count)));
        else
            scale(f, p.x, x);
        scale(f, p.y, y);
    }
    void scale(const Field& f, std::pair<Measure, Measure>& p) {
        scale(f, p.first);
        scale(f, p.second);
    }
    void scale(const Field&, std::map<std::string, Measure>& set) {
        const Family* family = nullptr;
        if constexpr (std::is_same_v<T, CardSpec>)
            family = hl::family(t_.form);
        else if constexpr (std::is_same_v<T, StructureSpec>)
            family = hl::family(t_.kind);
        for (auto& [name, m] : set)
            if (const Parameter* p = family ? family->parameter(name) : nullptr)
                if (m.quantity == Quantity::Length)
                    card_.grow(m, card_.of(p->scale));
    }
    void scale(const Field&, CardSpec& c) {
        Scaler<CardSpec> inner(c, card_, card_.across, card_.along);
        CardSpec::visit(inner);
    }
    // The panels that give share the difference; without any all grow alike, but for tabs.
    void scale(const Field&, SayLine& line) {
        const bool strip = std::is_same_v<T, StructureSpec>;
        double across = across_, along = along_;
        if (strip) {
            across = card_.across;
            along = card_.along;
        }
        const auto grown = [&](Measure& m, double by) { card_.grow(m, by); };
        const SayLine before = line;
        const size_t first = strip && line.panels.size() > 2 ? 1 : 0,
                     last = line.panels.size() - first; // end panels of a strip are its tabs
        double between = 0;
        for (size_t i = first; i < last; ++i)
            between += static_cast<double>(line.panels[i].count);
        for (const int panel : line.gives) // the same for each: what is alike stays alike
            line.panels[static_cast<size_t>(panel - 1)].count +=
                std::llround(between * (across - 1) / static_cast<double>(line.gives.size()));
        if (line.gives.empty())
            for (size_t i = first; i < last; ++i)
                grown(line.panels[i], across);
        const ScoreMap stretch(before, line, 0, 0);
        const auto moved = [&](Measure& m) {
            card_.put(m, stretch.at(static_cast<double>(m.count)));
        };
        for (auto* list : {&line.heights, &line.raised, &line.slope})
            for (Measure& m : *list)
                grown(m, along);
        for (SayScore& s : line.scores)
            for (auto* m : {&s.from, &s.to})
                if (*m)
                    grown(**m, along);
        for (SaySlit& s : line.slits) {
            if (s.across) {
                grown(s.at, along);
                moved(s.from);
                moved(s.to);
            } else {
                moved(s.at);
                grown(s.from, along);
                grown(s.to, along);
            }
        }
    }
    void scale(const Field&, Zone&) {} // bands keep their widths
    template<class M> void scale(const Field& f, std::vector<M>& all) {
        for (M& one : all)
            scale(f, one);
    }
    template<class S, class = decltype(&S::template visit<Scaler<S>>)>
    void scale(const Field&, S& s) {
        Scaler<S> inner(s, card_, across_, along_, stretch_);
        S::visit(inner);
    }
    void scale(const Field&, std::vector<std::string>&) {}
    template<class M> void scale(const Field&, std::optional<M>&) {} // an envelope is bought
    void scale(const Field&, std::string&) {}
    void scale(const Field&, Bytes&) {}
    void scale(const Field&, double&) {}
    void scale(const Field&, int&) {}
    void scale(const Field&, bool&) {}
    template<class E> std::enable_if_t<std::is_enum_v<E>> scale(const Field&, E&) {}

    T& t_;
    const Factors& card_;
    double across_, along_;
    const ScoreMap* stretch_; // of the sheet's line; null where it has none
    std::optional<ScoreMap> own_;
};

// Where no panel is named to give, all grew alike; the widest one bears a change best.
void hintAt(const std::string& name, const SayLine& line, bool tabs, bool larger,
            std::vector<std::string>& hints) {
    const size_t first = tabs ? 1 : 0, last = line.panels.size() - first;
    if (!line.gives.empty() || line.panels.size() < 3 || last - first < 2)
        return;
    size_t widest = first;
    for (size_t i = first; i < last; ++i)
        if (line.panels[i].count > line.panels[widest].count)
            widest = i;
    hints.push_back("All panels of " + name + (larger ? " grew" : " shrank") +
                    " alike; to keep the others, let panel " + numberText(widest + 1) +
                    " give, the widest.");
}

// Sheets of the maker's own that line a panel stay as far from its edges as they were.
void keepMargins(const Assembly& before, const Factors& k, Design& d) {
    auto after = assemble(d);
    if (!after)
        return; // said by whoever assembles it next
    const auto extent = [](const Panel& p, const Vec2& way) {
        double low = 1e300, high = -1e300;
        for (const Vec2& q : p.outline) {
            low = std::min(low, way.dot(q));
            high = std::max(high, way.dot(q));
        }
        return high - low;
    };
    for (const Join& j : before.joins) {
        const Panel& sheet = before.panels[static_cast<size_t>(j.tab)];
        const std::string& part = before.parts[static_cast<size_t>(sheet.part)].id;
        const auto mine = std::find_if(d.parts.begin(), d.parts.end(),
                                       [&](const FreePart& p) { return p.id == part; });
        const int now = after->panel(sheet.id),
                  under = after->panel(before.panels[static_cast<size_t>(j.landing)].id);
        if (sheet.rides != j.landing || mine == d.parts.end() || now < 0 || under < 0)
            continue;
        double by[2];
        for (int axis = 0; axis < 2; ++axis) {
            const Vec2 way = axis ? Vec2(0, 1) : Vec2(1, 0),
                       there = (j.place.turn * lift(way)).head<2>();
            const double margin =
                extent(before.panels[static_cast<size_t>(j.landing)], there) - extent(sheet, way);
            by[axis] = (extent(after->panels[static_cast<size_t>(under)], there) - margin) /
                       extent(after->panels[static_cast<size_t>(now)], way);
        }
        if (by[0] <= 0 || by[1] <= 0)
            continue;
        Scaler<FreePart> wider(*mine, k, by[0], by[1]);
        FreePart::visit(wider);
    }
}

Design scaled(const Design& design, const Assembly& before, const Measure& width,
              const Measure& height, std::int64_t ruler) {
    const double w = width.mm() / design.card.width.mm(), h = height.mm() / design.card.height.mm();
    const bool side = design.card.spine == SpineSide::Left;
    const Factors k{side ? w : h, side ? h : w, ruler};
    const double even = std::min(w, h);
    Design d = design;
    d.card.follows = false; // it is said now
    d.card.width = width;
    d.card.height = height;
    Scaler<Design> scaler(d, k, even, even);
    Design::visit(scaler);
    keepMargins(before, {k.across, k.along}, d);
    return d;
}

} // namespace

Result<Resized> resizeDesign(const Design& design, const Measure& width, const Measure& height,
                             const std::string& sheet) {
    std::optional<SheetFormat> format;
    if (!sheet.empty()) {
        auto known = readSheetFormat(sheet, design.units);
        if (!known)
            return known.problem();
        format = *known;
    }
    auto before = assemble(design);
    if (!before)
        return before.problem();
    // What was no fault before and is one now.
    std::set<std::pair<std::string, std::vector<std::string>>> old;
    for (const Finding& f : prove(Case(design, *before)))
        if (f.severity == Severity::Stop)
            old.insert({f.rule, f.parts});
    const auto faults = [&](const Design& d, const Assembly& a) {
        std::vector<std::string> out;
        for (const Finding& f : prove(Case(d, a)))
            if (f.severity == Severity::Stop && !old.count({f.rule, f.parts}))
                out.push_back(f.message);
        return out;
    };
    // On the marks of the ruler, where the card bears that as well as the plain sizes.
    const std::int64_t marks = design.units == Unit::Inch ? nmPerInch / 16 : 500'000;
    Resized out{scaled(design, *before, width, height, marks), {}, {}};
    Design& d = out.design;
    auto after = assemble(d);
    if (after)
        out.remarks = faults(d, *after);
    if (!after || !out.remarks.empty()) {
        Design plain = scaled(design, *before, width, height, 0);
        auto other = assemble(plain);
        if (!other)
            return other.problem();
        auto remarks = faults(plain, *other);
        if (!after || remarks.size() < out.remarks.size()) {
            out = {std::move(plain), std::move(remarks), {}};
            out.hints.push_back("Its measures are not all on the marks of a ruler: rounded to them "
                                "it would no longer fit.");
            after = std::move(other);
        }
    }
    const bool larger =
        (design.card.spine == SpineSide::Left ? width.count : height.count) >
        (design.card.spine == SpineSide::Left ? design.card.width.count : design.card.height.count);
    for (const StructureSpec& s : d.structures)
        hintAt(callName(d, s), s.say, s.say.panels.size() > 2, larger, out.hints);
    for (const FreePart& p : d.parts)
        hintAt(callName(p), p.say, false, larger, out.hints);
    hintAt("the card", d.card.say, false, larger, out.hints);
    if (format)
        fitSheet(out, *format, faults);
    return out;
}

} // namespace hl::edit
