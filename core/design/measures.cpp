#include "core/design/measures.h"
#include "core/measure/number.h"
#include <sstream>

namespace hl::design {
namespace {

std::string joined(const std::string& a, const std::string& b) {
    return a.empty() || b.empty() ? a + b : a + " " + b;
}

// Goes down to every field that can be made wrong. `name` is what the thing is called within its
// owner: a line's id, a tab's.
template<class T> class Collector {
  public:
    Collector(T& t, std::string owner, std::string name, std::vector<NamedMeasure>& found)
        : t_(t), owner_(std::move(owner)), name_(std::move(name)), found_(found) {}

    template<class M> void operator()(const Field& f, M T::*m) {
        add(f, joined(name_, f.words), t_.*m);
    }
    void pair(const Field& f, Measure T::*first, Measure T::*second) {
        if constexpr (std::is_same_v<T, FreePart>)
            if (!t_.outline.empty()) // it has that instead
                return;
        std::istringstream words(f.words);
        for (auto m : {first, second}) {
            std::string word;
            words >> word;
            add(f, joined(name_, word), t_.*m);
        }
    }
    void range(const Field& from, Measure T::*low, const Field& to, Measure T::*high) {
        (*this)(from, low);
        (*this)(to, high);
    }

  private:
    void add(const Field& f, const std::string& name, Measure& m) {
        if (f.errs)
            found_.push_back({owner_, name, &m});
    }
    void add(const Field& f, const std::string& name, std::optional<Measure>& m) {
        if (m)
            add(f, name, *m);
    }
    void add(const Field& f, const std::string& name, Point& p, const std::string& n = {}) {
        add(f, name + " x" + n, p.x);
        add(f, name + " y" + n, p.y);
    }
    void add(const Field& f, const std::string& name, std::vector<Point>& points) {
        for (size_t i = 0; i < points.size(); ++i)
            add(f, name, points[i], numberText(i + 1));
    }
    void add(const Field& f, const std::string& name, std::vector<std::vector<Point>>& rings) {
        for (size_t i = 0; i < rings.size(); ++i)
            add(f, joined(name, numberText(i + 1)), rings[i]);
    }
    void add(const Field&, const std::string&, CardSpec& card) { into(card, "card", ""); }
    template<class S, class = decltype(&S::template visit<Collector<S>>)>
    void add(const Field&, const std::string&, std::vector<S>& all) {
        for (S& s : all)
            if constexpr (std::is_same_v<T, Design>)
                into(s, idOf(s), "");
            else
                into(s, owner_, idOf(s));
    }
    template<class M> void add(const Field&, const std::string&, M&) {}

    template<class S> static auto idOf(const S& s) -> decltype(s.id) { return s.id; }
    static std::string idOf(const StageSpec& s) { return s.drive; }
    static std::string idOf(const EdgeSpec& s) { return s.of; }
    static std::string idOf(const ZoneSpec& s) { return s.tab; }
    static std::string idOf(const NameSpec& s) { return s.of; }
    static std::string idOf(const AdhesiveSpec& s) { return s.of; }
    static std::string idOf(const PinSpec& s) { return s.before; }
    template<class S> void into(S& s, const std::string& owner, const std::string& name) {
        Collector<S> inner(s, owner, name, found_);
        S::visit(inner);
    }

    T& t_;
    std::string owner_, name_;
    std::vector<NamedMeasure>& found_;
};

} // namespace

std::vector<NamedMeasure> drawnMeasures(Design& d) {
    std::vector<NamedMeasure> found;
    Collector<Design> c(d, "", "", found);
    Design::visit(c);
    return found;
}

} // namespace hl::design
