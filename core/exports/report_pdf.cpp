// The report as a PDF on A4.
#include "core/exports/flow.h"
#include "core/exports/writers.h"
#include "core/report/report.h"
#include <algorithm>

namespace hl::exports {
Result<Exported> writeReportPdf(const ExportInput& in) {
    const Report c = reportOf(*in.evidence, *in.findings);
    constexpr Tint ink = Tint::Ink, quiet = Tint::Quiet;
    PdfPages pages(c.title);
    Flow flow(pages);
    flow.words(c.title, 7, ink);
    flow.words(c.verdict + ".", 4.6, ink);
    flow.gap(4);
    const double column = (Flow::right - Flow::left - 6) / 2;
    for (size_t i = 0; i < c.pictures.size(); i += 2) {
        double tallest = 0;
        for (size_t k = i; k < std::min(i + 2, c.pictures.size()); ++k)
            tallest = std::max(tallest, column * c.pictures[k].height / c.pictures[k].width);
        flow.room(tallest + 10);
        const double y = flow.y();
        for (size_t k = i; k < std::min(i + 2, c.pictures.size()); ++k) {
            const double x = Flow::left + (k - i) * (column + 6);
            flow.picture(c.pictures[k], {x, y}, column);
            flow.to(y + tallest);
            flow.words(c.pictures[k].caption, 3, quiet, x, column);
        }
        flow.to(y + tallest + 9);
    }
    flow.gap(2);
    flow.words("Findings", 5.4, ink);
    if (c.findings.empty())
        flow.words("It opens and closes flat; nothing binds, collides or sticks out.", 3.6, ink);
    for (size_t i = 0; i < c.findings.size(); ++i) {
        const Finding& f = c.findings[i];
        flow.room(38);
        const double y = flow.y() + 2;
        flow.picture(c.shown[i], {Flow::right - 46, y}, 46);
        flow.to(y);
        Picture mark;
        mark.width = mark.height = 4;
        const bool stop = f.severity == Severity::Stop, caution = f.severity == Severity::Caution;
        mark.mark({2, 2}, 3.4,
                  stop      ? 2
                  : caution ? 1
                            : 0,
                  {stop      ? Tint::Stop
                   : caution ? Tint::Caution
                             : Tint::Note,
                   0});
        flow.picture(mark, {Flow::left, y + 2}, 4);
        const double wide = Flow::right - Flow::left - 58;
        flow.words(std::string(nameOf(f.severity)) + ": " + ruleTitle(f.rule), 3.4, quiet,
                   Flow::left + 6, wide);
        flow.words(f.message, 3.8, ink, Flow::left + 6, wide);
        flow.words(f.remedy, 3.6, quiet, Flow::left + 6, wide);
        flow.to(std::max(flow.y(), y + 36));
    }
    flow.gap(4);
    flow.words("What there is to know", 5.4, ink);
    for (const Fact& f : c.facts)
        flow.words(f.text, 3.6, ink);
    auto bytes = pages.finish();
    if (!bytes)
        return bytes.problem();
    return Exported{{{"", *bytes}}, {}};
}

} // namespace hl::exports
