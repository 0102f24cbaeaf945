#include "core/structures/naming.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cctype>
#include <cstdlib>
#include <optional>

namespace hl::structures {

namespace {

// "mat on the left wall of Ticket office"; what lies on a mat is a layer.
std::string coverName(const Design& d, const StructureSpec& s) {
    const StructureSpec* cover = &s;
    std::string word = s.kind, host = s.on;
    for (size_t deep = 0; deep < d.structures.size(); ++deep) {
        cover = d.structure(ownerOf(host));
        const Family* f = cover ? family(cover->kind) : nullptr;
        if (!f || !f->dresses)
            break;
        word = "layer";
        host = cover->on;
    }
    return word + " on the " + placeName(d, host);
}

} // namespace

std::string pageName(const Design& d, const std::string& local) {
    // What of a page lies beyond a step that is as deep as the page is wide.
    if (const size_t beyond = local.find("-beyond"); beyond != std::string::npos)
        return pageName(d, local.substr(0, beyond)) + " beyond the cut";
    const bool left = local == "page-left", top = d.card.spine == SpineSide::Top;
    if (!left && local != "page-right")
        return spokenName(local);
    if (d.card.form != "single")
        return left ? "first page" : "second page";
    return top ? (left ? "upper page" : "lower page") : (left ? "left page" : "right page");
}

std::string placeName(const Design& d, const std::string& id) {
    if (const std::string* own = d.nameOf(id))
        return *own;
    const std::string owner = ownerOf(id);
    if (owner == "card" && id.rfind("card.page-", 0) == 0)
        return pageName(d, id.substr(5));
    const std::string local = spokenName(id.substr(std::min(id.size(), owner.size() + 1)));
    if (const StructureSpec* o = d.structure(seriesOf(d, owner)))
        return local + " of " + callName(d, *o);
    if (const FreePart* p = d.part(owner))
        return local + " of " + callName(*p);
    return local;
}

std::string callName(const Design& d, const StructureSpec& s) {
    if (!s.name.empty())
        return s.name;
    const Family* f = family(s.kind);
    if (f && f->dresses)
        return coverName(d, s);
    const std::string kind = f ? f->name : s.kind;
    const auto alike = [&](auto& o) { return o.kind == s.kind && o.name.empty(); };
    if (std::count_if(d.structures.begin(), d.structures.end(), alike) < 2)
        return kind;
    int n = 0;
    for (const StructureSpec& o : d.structures) {
        n += alike(o);
        if (o.id == s.id)
            break;
    }
    return kind + " " + numberText(n);
}

namespace {

// "part2" -> "part 2", "sign-board" -> "sign board"
std::string sayId(const std::string& id) {
    std::string out;
    for (char c : id) {
        const bool digit = std::isdigit(static_cast<unsigned char>(c));
        if (digit && !out.empty() && std::isalpha(static_cast<unsigned char>(out.back())))
            out += ' ';
        out += c == '-' || c == '_' ? ' ' : c;
    }
    return out;
}

} // namespace

std::string callName(const FreePart& p) { return p.name.empty() ? sayId(p.id) : p.name; }
std::string callName(const GroupSpec& g) { return g.name.empty() ? sayId(g.id) : g.name; }

std::string seriesOf(const Design& d, const std::string& id) {
    const size_t dash = id.rfind('-');
    if (d.structure(id) || dash == std::string::npos)
        return id;
    const StructureSpec* s = d.structure(id.substr(0, dash));
    return s && s->count != 1 ? s->id : id;
}

std::string ordinal(int n) {
    static const char* const words[] = {"first",    "second",  "third",  "fourth", "fifth",
                                        "sixth",    "seventh", "eighth", "ninth",  "tenth",
                                        "eleventh", "twelfth", "13th",   "14th",   "15th",
                                        "16th",     "17th",    "18th",   "19th",   "20th"};
    if (n >= 1 && n <= 20)
        return words[n - 1];
    const int last = n % 10, tens = n / 10 % 10;
    return numberText(n) + (tens == 1   ? "th"
                            : last == 1 ? "st"
                            : last == 2 ? "nd"
                            : last == 3 ? "rd"
                                        : "th");
}

namespace {

// "crease1-left-2" and "fold-3-right" of a sheet that is drawn on: where the piece lies.
std::optional<std::string> besideLine(const std::string& local) {
    for (const char* thing : {"crease", "slit", "fold-"})
        for (const char* side : {"left", "right"}) {
            const std::string head = thing, tail = std::string("-") + side;
            const size_t at = local.find(tail);
            if (local.rfind(head, 0) != 0 || at == std::string::npos)
                continue;
            const std::string which = local.substr(head.size(), at - head.size()),
                              rest = local.substr(at + tail.size());
            const auto number = [](const std::string& s) {
                return !s.empty() && s.size() < 5 &&
                       s.find_first_not_of("0123456789") == std::string::npos;
            };
            if (!number(which) || !(rest.empty() || (rest[0] == '-' && number(rest.substr(1)))))
                continue;
            const std::string line = head.back() == '-' ? head.substr(0, head.size() - 1) : head;
            return (rest.empty() ? "" : ordinal(std::stoi(rest.substr(1))) + " ") + "piece " +
                   side + " of the " + ordinal(std::stoi(which)) + " " + line;
        }
    return {};
}

// How often "fold-2-beyond-2-beyond" was parted by cuts, and what it was before; nought: never.
std::pair<std::string, int> beyondCuts(std::string local) {
    const std::string word = "-beyond";
    int cuts = 0;
    for (size_t at; (at = local.find(word)) != std::string::npos;) {
        size_t end = at + word.size();
        int more = 1;
        if (end + 1 < local.size() && local[end] == '-' &&
            std::isdigit(static_cast<unsigned char>(local[end + 1]))) {
            more = std::atoi(local.c_str() + end + 1);
            end = local.find_first_not_of("0123456789", end + 1);
        }
        cuts += more;
        local.erase(at, end == std::string::npos ? std::string::npos : end - at);
    }
    return {local, cuts};
}

} // namespace

std::string spokenName(const std::string& local) {
    if (const auto [bare, cuts] = beyondCuts(local); cuts > 0)
        return spokenName(bare) + " beyond the " + (cuts > 1 ? ordinal(cuts) + " " : "") + "cut";
    if (const auto beside = besideLine(local))
        return *beside;
    // "page-3", "panel-2", "fold-4", "crease1": counted things.
    for (const char* thing : {"page", "panel", "fold", "sheet", "crease", "slit"}) {
        const bool drawn = std::string(thing) == "crease" || std::string(thing) == "slit";
        const std::string head = std::string(thing) + (drawn ? "" : "-");
        if (local.rfind(head, 0) != 0)
            continue;
        size_t digits = head.size();
        while (digits < local.size() && std::isdigit(static_cast<unsigned char>(local[digits])))
            ++digits;
        if (digits == head.size() || digits > head.size() + 4)
            continue;
        std::string rest = local.substr(digits);
        std::replace(rest.begin(), rest.end(), '-', ' ');
        return ordinal(std::stoi(local.substr(head.size(), digits - head.size()))) + " " + thing +
               rest;
    }
    std::string out = local;
    std::replace(out.begin(), out.end(), '-', ' ');
    std::replace(out.begin(), out.end(), '_', ' ');
    return out;
}

} // namespace hl::structures
