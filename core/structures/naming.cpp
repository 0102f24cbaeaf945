#include "core/structures/naming.h"
#include "core/measure/number.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cctype>

namespace hl {

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

std::string callName(const FreePart& p) {
    if (!p.name.empty())
        return p.name;
    std::string out;
    for (char c : p.id) { // "part2" -> "part 2", "sign-board" -> "sign board"
        const bool digit = std::isdigit(static_cast<unsigned char>(c));
        if (digit && !out.empty() && std::isalpha(static_cast<unsigned char>(out.back())))
            out += ' ';
        out += c == '-' || c == '_' ? ' ' : c;
    }
    return out;
}

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

std::string spokenName(const std::string& local) {
    // "page-3", "panel-2", "fold-4": counted things.
    for (const char* thing : {"page", "panel", "fold", "sheet"}) {
        const std::string head = std::string(thing) + "-";
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

} // namespace hl
