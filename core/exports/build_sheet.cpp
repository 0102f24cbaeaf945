// The build sheet as a PDF booklet and as an HTML page that stands alone.
#include "core/report/build_sheet.h"
#include "core/exports/flow.h"
#include "core/exports/writers.h"
#include "core/picture/markup.h"
#include "core/picture/svg.h"
#include <algorithm>
#include <memory>

namespace hl::exports {
namespace {

// The card folded once more where nobody proved it.
class Folded {
  public:
    explicit Folded(const ExportInput& in)
        : own_(in.evidence ? nullptr : std::make_unique<const Case>(in.design, in.assembly)),
          sheet_(buildSheetOf({in.evidence ? in.evidence->c : *own_, in.findings, in.drawer,
                               in.upright, in.seen, in.copies, in.cuts, in.fromDrawer})) {}
    const BuildSheet& sheet() const { return sheet_; }

  private:
    std::unique_ptr<const Case> own_;
    BuildSheet sheet_;
};

} // namespace

Result<Exported> writeBuildSheetHtml(const ExportInput& in) {
    const Folded folded(in);
    const BuildSheet& b = folded.sheet();
    std::string out = "<!doctype html>\n<html lang=\"en\">\n<meta charset=\"utf-8\">\n<title>" +
                      escaped(b.title) +
                      "</title>\n<style>\n"
                      "body{font:16px/1.45 Cabin,'Gill Sans',sans-serif;color:#292624;"
                      "max-width:56rem;margin:2rem auto;padding:0 1rem}\n"
                      "h1{font-weight:600;margin-bottom:.2rem}h2{border-bottom:1px solid #cfc7b8}\n"
                      ".piece{display:grid;grid-template-columns:18rem 1fr;gap:1.2rem;"
                      "margin:1rem 0;break-inside:avoid}\n"
                      ".card svg{width:34rem;height:auto}.piece svg{width:100%;height:auto;"
                      "max-height:18rem}p{margin:.1rem 0;white-space:pre-wrap}\n</style>\n";
    out += "<h1>" + escaped(b.title) + "</h1>\n<p>" + escaped(b.about) +
           "</p>\n<div class=\"card\">" + svgOf(b.card) + "</div>\n";
    for (const BuildSheet::Section& s : b.sections) {
        out += "<h2>" + escaped(s.heading) + "</h2>\n";
        for (const BuildSheet::Piece& p : s.pieces) {
            out += p.picture ? "<div class=\"piece\"><div>" + svgOf(*p.picture) + "</div><div>"
                             : std::string("<div><div>");
            if (!p.title.empty())
                out += "<h3>" + escaped(p.title) + "</h3>\n";
            for (const std::string& line : p.lines)
                out += "<p>" + escaped(line) + "</p>\n";
            out += "</div></div>\n";
        }
    }
    return Exported{{{"", out + "</html>\n"}}, {}};
}

Result<Exported> writeBuildSheetPdf(const ExportInput& in) {
    const Folded folded(in);
    const BuildSheet& b = folded.sheet();
    constexpr Tint ink = Tint::Ink, quiet = Tint::Quiet;
    PdfPages pages(b.title);
    Flow flow(pages);
    flow.words(b.title, 8, ink);
    flow.words(b.about, 4, quiet);
    flow.gap(4);
    constexpr double cardWide = 150, wide = 62, beside = Flow::left + wide + 6;
    flow.picture(b.card, {Flow::left, flow.y()}, cardWide);
    flow.to(flow.y() + cardWide * b.card.height / b.card.width + 6);
    for (const BuildSheet::Section& s : b.sections) {
        flow.room(40);
        flow.gap(3);
        flow.words(s.heading, 6, ink);
        flow.gap(1);
        for (const BuildSheet::Piece& p : s.pieces) {
            const double high =
                p.picture ? std::min(76.0, wide * p.picture->height / p.picture->width) : 0;
            flow.room(std::max(high, 16.0) + 4);
            const double top = flow.y() + 2;
            if (p.picture)
                flow.picture(*p.picture, {Flow::left, top},
                             std::min(wide, high * p.picture->width / p.picture->height));
            flow.to(top);
            const double x = p.picture ? beside : Flow::left;
            const int page = flow.page();
            if (!p.title.empty())
                flow.words(p.title, 4.2, ink, x, Flow::right - x);
            for (const std::string& line : p.lines) {
                const size_t indent = line.find_first_not_of(' ');
                const double inset = indent == std::string::npos ? 0 : 1.2 * double(indent);
                flow.words(line.substr(std::min(indent, line.size())), 3.3, indent ? quiet : ink,
                           x + inset, Flow::right - x - inset);
            }
            if (flow.page() == page)
                flow.to(std::max(flow.y(), top + high));
            flow.gap(3);
        }
    }
    auto bytes = pages.finish();
    if (!bytes)
        return bytes.problem();
    return Exported{{{"", *bytes}}, {}};
}

} // namespace hl::exports
