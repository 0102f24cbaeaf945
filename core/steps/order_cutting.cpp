#include "core/steps/orderer.h"
#include <algorithm>
#include <cmath>

namespace hl::steps {

namespace {

// "the 3 parts that are like Cabin".
std::string alike(const ListedPart& p) {
    return p.ids.size() > 1 ? "the " + numberText(p.ids.size()) + " parts that are like " + p.name
                            : p.name;
}

} // namespace

void Orderer::cut() {
    std::map<std::string, int> number;
    std::vector<size_t> given(plan_.parts.size()); // how many of each listed part are handed out
    const std::vector<std::string> sheets = sheetIds(plan_.cuts);
    for (const PlannedSheet& sheet : plan_.cuts.sheets) {
        const int n = ++number[sheet.paper];
        WorkStep& s = add(sheets[static_cast<size_t>(&sheet - plan_.cuts.sheets.data())], Do::Cut,
                          takes::cut * std::max<size_t>(1, sheet.cuts.size()));
        s.together = true;
        std::map<size_t, int> on;
        for (const CutBlank& b : sheet.blanks) {
            ++on[b.listed];
            const ListedPart& p = plan_.parts[b.listed];
            // Those of further cards go by the ids of the first card's.
            const std::string& id = p.ids[given[b.listed]++ % p.ids.size()];
            if (std::find(s.parts.begin(), s.parts.end(), id) == s.parts.end()) {
                s.parts.push_back(id);
                cut_[a_.part(id)].push_back(s.id);
            }
            if (!knifeWork(p, Trimmer(), c_.design.units).empty())
                s.minutes += takes::knife;
        }
        s.minutes /= std::max(1, plan_.copies); // the plan is of all cards already
        std::string list;
        for (const auto& [listed, count] : on)
            list += (list.empty() ? "" : "; ") + (count > 1 ? numberText(count) + " x " : "") +
                    plan_.parts[listed].name;
        s.title = "Cut " + sheet.paper + (n > 1 ? ", sheet " + numberText(n) : "");
        s.text = "From " + std::string(sheet.offcut ? "an offcut" : "a sheet") + " of " +
                 sheet.paper + ", " + sayLength(sheet.width, c_.design.units) + " by " +
                 sayLength(sheet.height, c_.design.units) + ", cut " + list + ".";
        s.caution = "Blade: keep fingers off its line, and cut on a mat.";
    }
    for (size_t i = 0; i < plan_.parts.size(); ++i)
        for (size_t k = given[i]; k < plan_.parts[i].ids.size(); ++k) {
            const ListedPart& p = plan_.parts[i];
            WorkStep& s = add("cut." + p.ids[k], Do::Cut, takes::cut * 4);
            s.together = true;
            s.parts = {p.ids[k]};
            s.title = "Cut " + p.name;
            s.text = "Cut " + p.name + " from " + p.paper + ", " +
                     sayLength(p.blank.x(), c_.design.units) + " by " +
                     sayLength(p.blank.y(), c_.design.units) + "; the drawer has no sheet for it.";
            s.caution = "Blade: keep fingers off its line, and cut on a mat.";
            cut_[a_.part(p.ids[k])].push_back(s.id);
        }
}

void Orderer::score() {
    for (const BlankScores& b : plan_.scores) {
        if (b.steps.empty())
            continue;
        const ListedPart& p = plan_.parts[b.listed];
        const auto scores = std::count_if(b.steps.begin(), b.steps.end(), [](auto& x) {
            return x.what == ScoreStep::Score || x.what == ScoreStep::Slit;
        });
        WorkStep& s =
            add(scoreId(p), Do::Score,
                static_cast<double>(p.ids.size()) *
                    (takes::setting * b.settings + takes::score * static_cast<double>(scores)));
        s.together = true;
        s.parts = p.ids;
        s.title = "Score " + p.name;
        s.text = "Score " + alike(p) + ": " +
                 countText(static_cast<size_t>(scores), "one line", "lines") + ", the board set " +
                 countText(static_cast<size_t>(b.settings), "once", "times") + ".";
        for (const std::string& id : p.ids) {
            needPart(s, a_.part(id));
            scored_[a_.part(id)] = s.id;
        }
    }
}

void Orderer::snip() {
    std::vector<std::string> on;
    size_t tabs = 0;
    for (const Part& p : a_.parts) {
        const auto n =
            static_cast<size_t>(std::count_if(p.panels.begin(), p.panels.end(), [&](int i) {
                return a_.panels[static_cast<size_t>(i)].role == Role::Tab;
            }));
        if (n > 0)
            on.push_back(p.id);
        tabs += n;
    }
    if (tabs == 0)
        return;
    WorkStep& s = add("snip", Do::Snip, takes::snip * 2 * static_cast<double>(tabs));
    s.parts = on;
    s.title = "Snip the tabs";
    s.text = "Snip a small wedge off both corners of " + countText(tabs, "the one tab", "tabs") +
             ", where it is not cut off already, so that none shows beside what it is glued to.";
    for (const std::string& id : on) {
        const int part = a_.part(id);
        needPart(s, part);
        snipped_[part] = s.id;
    }
}

void Orderer::fold() {
    std::set<std::string> done;
    for (const ListedPart& p : plan_.parts) {
        if (p.creases.empty())
            continue;
        std::vector<std::string> valleys, mountains;
        for (const ListedPart::Fold& f : p.creases)
            (f.fold == "mountain" ? mountains : valleys).push_back(f.name);
        WorkStep& s = add("fold." + p.id, Do::Fold,
                          takes::fold * static_cast<double>(p.creases.size() * p.ids.size()));
        s.parts = p.ids;
        s.title = "Fold " + p.name;
        s.text = "Fold " + alike(p) + " and burnish " + (p.ids.size() > 1 ? "them" : "it") + ": " +
                 foldWords(valleys, "valley", "valleys") +
                 (valleys.empty() || mountains.empty() ? "" : "; ") +
                 foldWords(mountains, "mountain", "mountains") +
                 ". Seen from its face, a valley comes toward you.";
        for (const std::string& id : p.ids) {
            const int part = a_.part(id);
            needPart(s, part);
            if (auto it = snipped_.find(part); it != snipped_.end())
                need(s, it->second);
            if (auto it = matted_.find(part); it != matted_.end())
                for (const std::string& mat : it->second)
                    need(s, mat);
        }
        for (const std::string& id : p.ids)
            folded_[a_.part(id)] = s.id;
    }
}

std::string Orderer::foldWords(const std::vector<std::string>& names, const char* one,
                               const char* many) {
    constexpr size_t mostNamed = 6;
    if (names.empty())
        return "";
    if (names.size() > mostNamed)
        return numberText(names.size()) + " " + many;
    std::string out;
    for (const std::string& n : names)
        out += (out.empty() ? "" : ", ") + n;
    return out + (names.size() > 1 ? std::string(" are ") + many : std::string(" is a ") + one);
}

} // namespace hl::steps
