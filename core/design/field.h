// Fields: what is to be known about a field of the design by whoever goes over all of them - the
// reader and the writer of files, equality, resizing, errors of the hand, the schema. Each struct
// of the design lists its own in `visit`; a new field is one line there.
#pragma once
#include "core/measure/measure.h"
#include <string>
#include <vector>

namespace hl::design {

enum class Presence {
    Needed, // a file without it is refused
    Always, // always written; a file may leave it out
    Sparing // written only where it differs from the default
};

// What a text or a number in a file means.
enum class Means {
    Plain,
    Id,     // a name that others refer to, without a dot
    Host,   // the id of a crease or panel
    Form,   // the id of a form of card
    Family, // the id of a family of structures
    Colour, // "#rrggbb"
    Length, // 0 or more, in the design's unit
    Paper,  // a length, always in millimetres: how paper is sold
    Place,  // a length of either sign
    Angle,
    Turn,   // an angle of either sign
    Either, // a place or a turn, whichever the text says
    Travel, // a place or a turn, by what its owner can do (travelOf)
    Side    // a flag: the face, or the back
};

// What becomes of lengths when the card gets another size.
enum class Grows {
    Kept,
    Owner,  // as what it belongs to: in the card across and along the fold, in a blank evenly
    Fold,   // along the fold
    Landing // as what the join's panel is held by
};

struct Field {
    const char* key;
    Presence presence = Presence::Sparing;
    Means means = Means::Plain;
    Grows grows = Grows::Kept;
    // A measure that can be made wrong at the bench is named by its owner and these words.
    bool errs = false;
    const char* words = "";
    // Bounds of a plain number or of the thickness of a paper, and what the number is.
    double least = -1e6, most = 1e6;
    const char* what = "number";
    const char* about = ""; // for the schema
    int version = 1;        // of the format: older programs do not know it

    constexpr Field(const char* key, Presence presence) : key(key), presence(presence) {}
    constexpr Field as(Means k) const {
        Field f = *this;
        f.means = k;
        return f;
    }
    constexpr Field with(Grows g) const {
        Field f = *this;
        f.grows = g;
        return f;
    }
    constexpr Field erring(const char* name) const {
        Field f = *this;
        f.errs = true;
        f.words = name;
        return f;
    }
    constexpr Field within(double low, double high, const char* name) const {
        Field f = *this;
        f.least = low;
        f.most = high;
        f.what = name;
        return f;
    }
    constexpr Field since(int v) const {
        Field f = *this;
        f.version = v;
        return f;
    }
    constexpr Field saying(const char* text) const {
        Field f = *this;
        f.about = text;
        return f;
    }
};

constexpr Field needed(const char* key) { return {key, Presence::Needed}; }
constexpr Field always(const char* key) { return {key, Presence::Always}; }
constexpr Field sparing(const char* key) { return {key, Presence::Sparing}; }

// The words of a choice in files, in the order of its values.
template<class Choice> const std::vector<std::string>& wordsOf();

// Equality, field by field.
template<class T> struct Same {
    const T &a, &b;
    bool same = true;
    template<class M> void operator()(const Field&, M T::*m) { same = same && a.*m == b.*m; }
    template<class M> void pair(const Field&, M T::*first, M T::*second) {
        same = same && a.*first == b.*first && a.*second == b.*second;
    }
    template<class M> void range(const Field& from, M T::*low, const Field& to, M T::*high) {
        (*this)(from, low);
        (*this)(to, high);
    }
};

// Compares whatever has a list of fields.
template<class T, void (*)(Same<T>&) = &T::template visit<Same<T>>>
bool operator==(const T& a, const T& b) {
    Same<T> s{a, b};
    T::visit(s);
    return s.same;
}
template<class T, void (*)(Same<T>&) = &T::template visit<Same<T>>>
bool operator!=(const T& a, const T& b) {
    return !(a == b);
}

} // namespace hl::design
