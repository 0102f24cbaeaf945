#include "core/design/texts.h"
#include "core/measure/plain_text.h"
#include <optional>
#include <type_traits>
#include <vector>

namespace hl::design {
namespace {

// A visitor of the fields of one struct after another.
template<class T> struct Plain;

template<class T, class = void> struct HasFields : std::false_type {};
template<class T>
struct HasFields<T, std::void_t<decltype(T::visit(std::declval<Plain<T>&>()))>> : std::true_type {};

void plain(std::string& s) {
    if (std::string p = plainText(s); p != s)
        s = std::move(p);
}
template<class T> void plain(T& value);
template<class T> void plain(std::vector<T>& all) {
    for (T& one : all)
        plain(one);
}
template<class T> void plain(std::optional<T>& one) {
    if (one)
        plain(*one);
}

template<class T> struct Plain {
    T& of;
    template<class M> void operator()(const Field&, M T::*m) { plain(of.*m); }
    template<class M> void pair(const Field&, M T::*first, M T::*second) {
        plain(of.*first);
        plain(of.*second);
    }
    template<class M> void range(const Field&, M T::*low, const Field&, M T::*high) {
        plain(of.*low);
        plain(of.*high);
    }
};

template<class T> void plain(T& value) {
    if constexpr (HasFields<T>::value) {
        Plain<T> visitor{value};
        T::visit(visitor);
    }
}

} // namespace

void makePlain(Design& design) { plain(design); }

} // namespace hl::design
