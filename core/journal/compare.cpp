#include "core/journal/compare.h"
#include "core/assemble/assemble.h"
#include "core/measure/number.h"
#include "core/structures/naming.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace hl::journal {
namespace {

using Words = std::vector<std::pair<std::string, std::string>>; // what is said of a thing, in order

std::string spoken(std::string key) {
    std::replace(key.begin(), key.end(), '_', ' ');
    return key;
}

class Comparison {
  public:
    Comparison(const Design& was, const Design& is) : was_(was), is_(is) {}

    std::vector<Change> run() {
        differ("card", "the card", ofCard(was_), ofCard(is_));
        each(was_.stocks, is_.stocks, &Comparison::ofPaper,
             [](const Design&, const Stock& s) { return "the paper " + s.name; });
        each(was_.structures, is_.structures, &Comparison::ofStructure,
             [](const Design& d, const StructureSpec& s) { return callName(d, s); });
        each(was_.parts, is_.parts, &Comparison::ofPart,
             [](const Design&, const FreePart& p) { return callName(p); });
        each(was_.joins, is_.joins, &Comparison::ofJoin, [](const Design& d, const JoinSpec& j) {
            return "the join of the " + placeName(d, j.panel) + " and the " + placeName(d, j.onto);
        });
        return std::move(out_);
    }

  private:
    template<class T, class Name>
    void each(const std::vector<T>& was, const std::vector<T>& is,
              Words (Comparison::*of)(const Design&, const T&) const, Name&& name) {
        const auto find = [](const std::vector<T>& all, const std::string& id) {
            return std::find_if(all.begin(), all.end(), [&](const T& t) { return t.id == id; });
        };
        for (const T& t : was) {
            const auto now = find(is, t.id);
            if (now == is.end())
                say(t.id, "is gone", "", "", upper(name(was_, t)) + " is gone.");
            else
                differ(t.id, name(is_, *now), (this->*of)(was_, t), (this->*of)(is_, *now));
        }
        for (const T& t : is)
            if (find(was, t.id) == was.end())
                say(t.id, "is new", "", "", upper(name(is_, t)) + " is new.");
    }
    void differ(const std::string& id, const std::string& name, const Words& was, const Words& is) {
        std::map<std::string, std::string> before(was.begin(), was.end());
        for (auto& [key, now] : is) {
            const std::string then = before[key];
            before.erase(key);
            if (then != now)
                say(id, key, then, now,
                    "The " + spoken(key) + " of " + name +
                        (now.empty() ? " is no longer said" : " is " + now) +
                        (then.empty() ? "" : ", was " + then) + ".");
        }
        for (auto& [key, then] : before)
            if (!then.empty())
                say(id, key, then, "",
                    "The " + spoken(key) + " of " + name + " is no longer said; it was " + then +
                        ".");
    }
    void say(const std::string& of, const std::string& what, const std::string& was,
             const std::string& is, const std::string& sentence) {
        out_.push_back({of, what, was, is, sentence});
    }
    static std::string upper(std::string s) {
        if (!s.empty())
            s[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(s[0])));
        return s;
    }
    std::string text(const Measure& m) const { return exactText(m, is_.units); }

    // Measures as they come out, whoever chose them.
    void measures(const Design& d, const std::string& id, Words& out) const {
        const Family* f = familyOf(d, id);
        auto values = measuresOf(d, id);
        if (!f || !values)
            return;
        for (const Parameter& p : f->parameters) {
            const auto it = values->find(p.name);
            if (it == values->end())
                continue;
            const auto set = d.setOf(id)->find(p.name);
            const Measure m =
                set != d.setOf(id)->end() ? set->second : Measure::of(p.least.quantity, it->second);
            // To a thousandth of a millimetre: what follows is reckoned, not typed.
            const bool length = p.choices.empty() && m.quantity == Quantity::Length;
            out.emplace_back(p.name, length ? shown(m) : measureText(p, m, is_.units));
        }
    }
    std::string shown(const Measure& m) const {
        return is_.units == Unit::Millimetre ? numberText(m.mm(), 3) + " mm" : text(m);
    }
    Words ofCard(const Design& d) const {
        const CardSpec& c = d.card;
        Words w{{"title", d.title},
                {"form", c.form},
                {"width", shown(c.width)},
                {"height", shown(c.height)},
                {"spine", wordsOf<SpineSide>()[static_cast<size_t>(c.spine)]},
                {"line", sayLineText(c.say, is_.units)},
                {"paper", d.paper(c.stock).name},
                {"envelope",
                 c.envelope ? shown(c.envelope->first) + " by " + shown(c.envelope->second) : ""},
                {"opening on display", c.shown ? text(*c.shown) : ""}};
        measures(d, "card", w);
        return w;
    }
    Words ofPaper(const Design&, const Stock& s) const {
        return {{"name", s.name},
                {"weight", numberText(s.weight, 3) + " g/m2"},
                {"caliper", shown(s.caliper)},
                {"pattern", s.pattern}};
    }
    Words ofStructure(const Design& d, const StructureSpec& s) const {
        Words w{{"name", s.name},
                {"kind", s.kind},
                {"host", placeName(d, s.on)},
                {"paper", s.stock.empty() ? "" : d.paper(s.stock).name},
                {"line", sayLineText(s.say, is_.units)},
                {"text", s.text},
                {"number in its series", s.count == 1 ? "" : numberText(s.count)}};
        measures(d, s.id, w);
        return w;
    }
    Words ofPart(const Design& d, const FreePart& p) const {
        return {{"name", p.name},
                {"line", sayLineText(p.say, is_.units)},
                {"width", shown(p.width)},
                {"height", shown(p.height)},
                {"paper", p.stock.empty() ? "" : d.paper(p.stock).name}};
    }
    Words ofJoin(const Design& d, const JoinSpec& j) const {
        return {{"kind", wordsOf<JoinKind>()[static_cast<size_t>(j.kind)]},
                {"held panel", placeName(d, j.panel)},
                {"landing", placeName(d, j.onto)},
                {"distance", shown(j.off)},
                {"place along it", shown(j.along)},
                {"turn", text(j.turn)}};
    }

    const Design &was_, &is_;
    std::vector<Change> out_;
};

} // namespace

std::vector<Change> changes(const Design& was, const Design& is) {
    return Comparison(was, is).run();
}

} // namespace hl::journal
