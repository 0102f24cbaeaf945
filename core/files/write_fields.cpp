#include "core/files/fields.h"
#include "core/structures/family.h"
#include <algorithm>

namespace hl::files {
namespace {

template<class T> class Writer {
  public:
    Writer(const T& t, Unit unit, Json& out, int& version)
        : t_(t), unit_(unit), out_(out), version_(version) {}

    template<class M> void operator()(const Field& f, M T::*m) {
        if (f.presence != Presence::Sparing || !(t_.*m == T{}.*m))
            put(f, written(f, t_.*m));
    }
    void pair(const Field& f, Measure T::*first, Measure T::*second) {
        put(f, written(f, std::pair(t_.*first, t_.*second)));
    }
    void range(const Field& from, Measure T::*low, const Field& to, Measure T::*high) {
        if ((t_.*low).count == 0 && (t_.*high).count == 0)
            return;
        put(from, written(from, t_.*low));
        put(to, written(to, t_.*high));
    }

  private:
    void put(const Field& f, Json j) {
        out_[f.key] = std::move(j);
        version_ = std::max(version_, f.version);
    }
    Json written(const Field& f, const std::string& s) const {
        if constexpr (std::is_same_v<T, StructureSpec>)
            if (f.key == std::string("kind"))
                version_ = std::max(version_, familyOf(t_).since);
        return s;
    }
    Json written(const Field&, const SayLine& line) const {
        // Which older programs do not understand, or leave aside.
        if (line.gives.size() > 1)
            version_ = std::max(version_, 10);
        if (std::any_of(line.scores.begin(), line.scores.end(),
                        [](const SayScore& s) { return s.hingeRight; }))
            version_ = std::max(version_, 11);
        if constexpr (std::is_same_v<T, StructureSpec>)
            if (!line.empty())
                version_ = std::max(version_, familyOf(t_).lineSince);
        return sayLineText(line, unit_);
    }
    Json written(const Field&, JoinKind kind) const {
        if (kind == JoinKind::Pin)
            version_ = std::max(version_, 11);
        return wordsOf<JoinKind>()[static_cast<size_t>(kind)];
    }
    Json written(const Field&, const Bytes& bytes) const { return base64Text(bytes.text()); }
    Json written(const Field&, const Zone& zone) const { return zoneText(zone, unit_); }
    Json written(const Field&, double v) const { return v; }
    Json written(const Field&, int v) const { return v; }
    Json written(const Field& f, bool v) const {
        if (f.means == Means::Side)
            return v ? "face" : "back";
        return v;
    }
    template<class E> std::enable_if_t<std::is_enum_v<E>, Json> written(const Field&, E e) const {
        return wordsOf<E>()[static_cast<size_t>(e)];
    }
    Json written(const Field&, LineKind kind) const {
        if (kind == LineKind::Either) // which the first version does not know
            version_ = std::max(version_, 2);
        return wordsOf<LineKind>()[static_cast<size_t>(kind)];
    }
    Json written(const Field& f, const Measure& m) const {
        return placeText(m, f.means == Means::Paper ? Unit::Millimetre : unit_);
    }
    Json written(const Field& f, const Point& p) const {
        return Json::array({written(f, p.x), written(f, p.y)});
    }
    Json written(const Field& f, const std::pair<Measure, Measure>& p) const {
        return Json::array({written(f, p.first), written(f, p.second)});
    }
    template<class M> Json written(const Field& f, const std::optional<M>& m) const {
        return written(f, *m);
    }
    template<class M> Json written(const Field& f, const std::vector<M>& all) const {
        Json j = Json::array();
        for (const M& one : all)
            j.push_back(written(f, one));
        return j;
    }
    Json written(const Field&, const std::map<std::string, Measure>& set) const {
        const Family* family = hl::family(kindOf(t_));
        Json j = Json::object();
        for (auto& [name, m] : set) {
            const Parameter* p = family ? family->parameter(name) : nullptr;
            if (p)
                version_ = std::max(version_, p->version);
            if (p && m.quantity == Quantity::Count && p->choices.empty())
                j[name] = m.count;
            else
                j[name] = p ? measureText(*p, m, unit_) : placeText(m, unit_);
        }
        return j;
    }
    template<class S, class = decltype(&S::template visit<Writer<S>>)>
    Json written(const Field&, const S& s) const {
        Json j = Json::object();
        Writer<S> writer(s, unit_, j, version_);
        S::visit(writer);
        return j;
    }

    const T& t_;
    Unit unit_;
    Json& out_;
    int& version_;
};

} // namespace

int writeFields(const Design& design, Json& into) {
    int version = 1;
    Writer<Design> writer(design, design.units, into, version);
    Design::visit(writer);
    return version;
}

} // namespace hl::files
