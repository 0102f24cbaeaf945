#include "core/journal/tables.h"
#include "core/files/drawer_csv.h"
#include "core/measure/number.h"

namespace hl::journal {
namespace {

std::string listed(const std::vector<std::string>& all) {
    std::string out;
    for (const std::string& one : all)
        out += (out.empty() ? "" : "; ") + one;
    return out;
}

} // namespace

Result<Exported> tablesOf(const Journal& journal, const Query& query) {
    auto builds = journal.list(query);
    if (!builds)
        return builds.problem();
    auto all = journal.notes(true);
    if (!all)
        return all.problem();
    std::string main, times, measured, notes;
    main += csvRow({"build", "day", "title", "number", "prototype", "stars", "occasion", "for",
                    "failed", "words", "minutes", "families", "papers", "design"});
    times += csvRow({"build", "do", "step", "minutes", "planned", "times"});
    measured += csvRow({"build", "of", "is", "planned", "unit", "remark"});
    notes +=
        csvRow({"note", "build", "day", "about", "subject", "text", "of", "key", "to", "done"});
    for (const Build& listedBuild : *builds) {
        auto whole = journal.build(listedBuild.id);
        if (!whole)
            return whole.problem();
        const Build& b = *whole;
        const std::string id = numberText(b.id);
        std::vector<std::string> papers;
        for (const PaperUsed& p : b.papers)
            papers.push_back(p.paper + " x " + numberText(p.sheets, 3));
        main +=
            csvRow({id, b.when, b.title, numberText(b.number), b.prototype ? "yes" : "no",
                    b.stars ? numberText(b.stars) : "", b.occasion, b.forWhom, b.failed, b.words,
                    numberText(b.minutes(), 3), listed(b.families), listed(papers), b.print});
        for (const Took& t : b.times)
            times += csvRow({id, t.doing, t.step, numberText(t.minutes, 3),
                             t.planned > 0 ? numberText(t.planned, 3) : "",
                             t.times ? numberText(t.times) : ""});
        for (const MeasuredThing& m : b.measured)
            measured += csvRow({id, m.of, numberText(m.is, 6),
                                m.planned ? numberText(*m.planned, 6) : "", m.unit, m.remark});
    }
    for (const NextTime& n : *all)
        notes += csvRow({numberText(n.id), n.build ? numberText(n.build) : "", n.when,
                         aboutWords()[static_cast<size_t>(n.about)], n.subject, n.text,
                         n.wish ? n.wish->of : "", n.wish ? n.wish->key : "",
                         n.wish ? n.wish->to : "", n.done ? "yes" : "no"});
    return Exported{{{"", main}, {"-times", times}, {"-measured", measured}, {"-notes", notes}},
                    {}};
}

} // namespace hl::journal
