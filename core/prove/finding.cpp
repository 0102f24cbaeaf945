#include "core/prove/finding.h"

namespace hl::proving {

Finding Finding::of(const char* code, Severity severity, double from, double to, double at,
                    double amount) {
    Finding f;
    f.code = code;
    f.rule = f.code.substr(0, f.code.find('.'));
    f.severity = severity;
    f.openingFrom = from;
    f.openingTo = to;
    f.opening = at;
    f.amount = amount;
    return f;
}

bool Finding::sameAs(const Finding& o) const {
    return code == o.code && parts == o.parts && panels == o.panels && line == o.line;
}

std::vector<std::string> Finding::subjects() const {
    std::vector<std::string> out = parts;
    out.insert(out.end(), panels.begin(), panels.end());
    if (!line.empty())
        out.push_back(line);
    return out;
}

const char* nameOf(In in) {
    static const char* const names[] = {"mm", "deg", "g", "percent", "N", "times"};
    return names[static_cast<int>(in)];
}

const char* nameOf(Severity s) {
    static const char* const names[] = {"note", "caution", "stop"};
    return names[static_cast<int>(s)];
}

const char* nameOf(Verdict v) {
    static const char* const names[] = {"works", "care", "fails"};
    return names[static_cast<int>(v)];
}

std::string sentenceOf(Verdict v) {
    static const char* const names[] = {"Works", "Works with care", "Fails"};
    return names[static_cast<int>(v)];
}

Verdict verdictOf(const std::vector<Finding>& findings) {
    Verdict v = Verdict::Works;
    for (auto& f : findings)
        if (f.severity == Severity::Stop)
            v = Verdict::Fails;
        else if (f.severity == Severity::Caution && v == Verdict::Works)
            v = Verdict::Care;
    return v;
}

} // namespace hl::proving
