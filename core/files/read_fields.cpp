#include "core/files/fields.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cctype>

namespace hl::files {
namespace {

using Pair = std::pair<Measure, Measure>;
using Set = std::map<std::string, Measure>;

std::string nameOf(const CardSpec&) { return "card"; }
std::string nameOf(const StructureSpec& s) { return "structure " + s.id; }

// What a field is by default once `key` is known.
template<class T> void follow(T&, const std::string&) {}
void follow(Stock& s, const std::string& key) {
    if (key == "id") // a paper without a name goes by its id
        s.name = s.id;
}

// What a field holds that is no struct of its own: the same for whatever it is a field of.
class ValueReader {
  public:
    ValueReader(Object& o, const Unit& unit) : o_(o), unit_(unit) {}

    Quantity travel = Quantity::Length; // of what moves, where a field is measured in that

    void read(const Field& f, const Json& j, std::string& s) {
        s = o_.text(f.key, j);
        if (f.means == Means::Colour && (s.size() != 7 || s[0] != '#' ||
                                         !std::all_of(s.begin() + 1, s.end(), [](unsigned char c) {
                                             return std::isxdigit(c);
                                         })))
            bad(o_.at(f.key), "“" + s + "” is no colour", "write it like \"#f3ecdc\"");
        if (f.means != Means::Form && f.means != Means::Family)
            return;
        const bool form = f.means == Means::Form;
        const Family* known = family(s);
        if (!known || (known->ground == Ground::Form) != form)
            bad(o_.at(f.key),
                (form ? "there is no form of card “" : "there is no structure “") + s + "”",
                "use one of: " + knownFamilies(form));
    }
    void read(const Field& f, const Json& j, std::vector<std::string>& all) {
        if (!j.is_array())
            bad(o_.at(f.key), "a list of texts is needed", "write [\"one\", \"other\"]");
        if (j.size() > limits::entries)
            bad(o_.at(f.key), "there are more than " + numberText(limits::entries) + " entries",
                "leave some out");
        for (auto& one : j)
            all.push_back(o_.text(f.key, one));
    }
    void read(const Field& f, const Json& j, SayLine& line) {
        line = said(f, parseSayLine(o_.text(f.key, j, 4 * limits::text), unit_));
    }
    void read(const Field& f, const Json& j, Bytes& bytes) {
        if (!j.is_string())
            bad(o_.at(f.key), "a file in base64 is needed", "put it in quotes");
        const auto& text = j.get_ref<const std::string&>();
        if (text.size() > limits::image / 3 * 4 + 4)
            bad(o_.at(f.key),
                "the picture is larger than " + numberText(limits::image >> 20) + " MB",
                "take one with fewer pixels");
        auto read = fromBase64(text);
        if (!read)
            bad(o_.at(f.key), "this is no base64", "take the picture in again");
        bytes = Bytes(std::move(*read));
    }
    void read(const Field& f, const Json& j, Zone& zone) {
        zone = said(f, parseZone(o_.text(f.key, j), unit_));
    }
    template<class S> S said(const Field& f, Result<S> read) const {
        if (!read)
            throw Bad{read.problem().in(o_.at(f.key))};
        return *read;
    }
    void read(const Field& f, const Json& j, double& v) {
        if (!j.is_number() || !(j.get<double>() >= f.least && j.get<double>() <= f.most))
            refuse(f);
        v = j.get<double>();
    }
    void read(const Field& f, const Json& j, int& v) {
        if (!j.is_number_integer() || !(j.get<double>() >= f.least && j.get<double>() <= f.most))
            refuse(f);
        v = j.get<int>();
    }
    void read(const Field& f, const Json& j, bool& v) {
        static const std::vector<std::string> sides{"face", "back"};
        if (f.means == Means::Side)
            v = o_.word(f.key, sides, 0) == 0;
        else if (!j.is_boolean())
            bad(o_.at(f.key), std::string("true or false is needed, there is ") + j.type_name(),
                "write true or false");
        else
            v = j.get<bool>();
    }
    template<class E> std::enable_if_t<std::is_enum_v<E>> read(const Field& f, const Json&, E& e) {
        e = static_cast<E>(o_.word(f.key, wordsOf<E>(), 0));
    }
    void read(const Field& f, const Json& j, Measure& m) {
        m = measureOf(f, j);
        if (f.means == Means::Paper && !(m.mm() >= f.least && m.mm() <= f.most))
            refuse(f);
    }
    void read(const Field& f, const Json& j, std::optional<Measure>& m) { m = measureOf(f, j); }
    void read(const Field& f, const Json& j, Point& p) {
        if (!j.is_array() || j.size() != 2)
            bad(o_.at(f.key), "a point is a pair of measures",
                "write it like [\"12 mm\", \"-5 mm\"]");
        p = {o_.signedMeasure(f.key, j[0], Quantity::Length, unit_),
             o_.signedMeasure(f.key, j[1], Quantity::Length, unit_)};
    }
    void read(const Field& f, const Json& j, std::vector<Point>& points) {
        if (!j.is_array())
            bad(o_.at(f.key), "a list of points is needed", "write [[x, y], [x, y]]");
        if (j.size() > limits::corners)
            bad(o_.at(f.key), "there are more than " + numberText(limits::corners) + " points",
                "simplify it");
        for (auto& p : j)
            read(f, p, points.emplace_back());
    }
    void read(const Field& f, const Json&, std::vector<std::vector<Point>>& rings) {
        for (auto& j : list(o_, f.key))
            read(f, j, rings.emplace_back());
    }
    void read(const Field& f, const Json&, std::vector<Pair>& pairs) {
        for (auto& j : list(o_, f.key))
            pairs.push_back(pairOf(f, j));
    }
    void read(const Field& f, const Json& j, std::optional<Pair>& p) {
        p = pairOf(f, j);
        if (p->first.count <= 0 || p->second.count <= 0)
            bad(o_.at(f.key), "its width and its height are more than nought",
                "give both above 0, or leave it out");
    }
    // The measures of a family, by their names.
    void read(const Json& j, const std::string& of, const std::string& kind, Set& set) {
        Object measures(j, of + ", set");
        const Family* family = hl::family(kind);
        for (auto& [name, value] : j.items()) {
            const Json& one = measures.need(name);
            const Parameter* p = family ? family->parameter(name) : nullptr;
            if (family && !p &&
                std::count(family->retired.begin(), family->retired.end(), name) > 0)
                continue;
            const Quantity q = p ? p->least.quantity : Quantity::Length;
            if (p && q == Quantity::Count && one.is_number_unsigned() && p->choices.empty() &&
                one.get<std::uint64_t>() <= 100'000) {
                set[name] = Measure::ofCount(one.get<int>());
            } else if (p && q == Quantity::Count) {
                auto m = readMeasure(*p, measures.text(name, one), unit_);
                if (!m)
                    throw Bad{m.problem().in(measures.at(name))};
                set[name] = *m;
            } else {
                set[name] = p && p->least.count < 0 ? measures.signedMeasure(name, one, q, unit_)
                                                    : measures.measure(name, one, q, unit_);
            }
        }
    }
    Pair pairOf(const Field& f, const Json& j) const {
        if (!j.is_array() || j.size() != 2)
            bad(o_.at(f.key), "a pair of measures is needed",
                "write it like [\"60 mm\", \"40 mm\"]");
        return {measureOf(f, j[0]), measureOf(f, j[1])};
    }

  private:
    Measure measureOf(const Field& f, const Json& j) const {
        switch (f.means) {
        case Means::Paper:
            return o_.measure(f.key, j, Quantity::Length, Unit::Millimetre);
        case Means::Place:
            return o_.signedMeasure(f.key, j, Quantity::Length, unit_);
        case Means::Angle:
            return o_.measure(f.key, j, Quantity::Angle, unit_);
        case Means::Turn:
            return o_.signedMeasure(f.key, j, Quantity::Angle, unit_);
        case Means::Travel:
            return o_.signedMeasure(f.key, j, travel, unit_);
        case Means::Either: // by its unit; a bare number is an angle
            if (j.is_string() && j.get<std::string>().find("deg") == std::string::npos &&
                j.get<std::string>().find("°") == std::string::npos)
                return o_.signedMeasure(f.key, j, Quantity::Length, unit_);
            return o_.signedMeasure(f.key, j, Quantity::Angle, unit_);
        default:
            break;
        }
        return o_.measure(f.key, j, Quantity::Length, unit_);
    }
    [[noreturn]] void refuse(const Field& f) const {
        bad(o_.at(f.key), std::string("this is no ") + f.what,
            "give a number between " + numberText(f.least, 2) + " and " + numberText(f.most, 2));
    }

    Object& o_;
    const Unit& unit_;
};

template<class T> void readObject(T& t, Object& o, const Unit& unit);

template<class T> class Reader {
  public:
    Reader(T& t, Object& o, const Unit& unit) : t_(t), o_(o), unit_(unit), values_(o, unit) {}

    template<class M> void operator()(const Field& f, M T::*m) {
        if constexpr (std::is_same_v<T, JoinSpec>)
            values_.travel = travelOf(t_);
        if (const Json* j = f.presence == Presence::Needed ? &o_.need(f.key) : o_.find(f.key))
            read(f, *j, t_.*m);
        follow(t_, f.key);
    }
    void pair(const Field& f, Measure T::*first, Measure T::*second) {
        if (const Json* j = o_.find(f.key))
            std::tie(t_.*first, t_.*second) = values_.pairOf(f, *j);
    }
    void range(const Field& from, Measure T::*low, const Field& to, Measure T::*high) {
        (*this)(from, low);
        (*this)(to, high);
    }

  private:
    template<class V>
    auto read(const Field& f, const Json& j, V& v)
        -> decltype(std::declval<ValueReader&>().read(f, j, v)) {
        values_.read(f, j, v);
    }
    void read(const Field&, const Json& j, Set& set) {
        values_.read(j, nameOf(t_), kindOf(t_), set);
    }
    template<class S, class = decltype(&S::template visit<Reader<S>>)>
    void read(const Field& f, const Json& j, S& s) {
        Object o(j, o_.at(f.key));
        readObject(s, o, unit_);
    }
    template<class S, class = decltype(&S::template visit<Reader<S>>)>
    void read(const Field& f, const Json&, std::vector<S>& all) {
        int n = 0;
        for (auto& j : list(o_, f.key)) {
            Object o(j, o_.at(f.key + std::string(", entry ") + numberText(++n)));
            readObject(all.emplace_back(), o, unit_);
        }
    }

    T& t_;
    Object& o_;
    const Unit& unit_;
    ValueReader values_;
};

template<class T> void readObject(T& t, Object& o, const Unit& unit) {
    Reader<T> reader(t, o, unit);
    T::visit(reader);
    o.finish();
}

} // namespace

Design readFields(Object& file) {
    Design d;
    readObject(d, file, d.units); // which are read before any measure
    return d;
}

} // namespace hl::files
