#include "core/journal/page.h"
#include "core/assemble/assemble.h"
#include "core/design/bytes.h"
#include "core/files/hlantern.h"
#include "core/fold/case.h"
#include "core/measure/number.h"
#include "core/picture/markup.h"
#include "core/picture/svg.h"
#include "core/report/pictures.h"

namespace hl::journal {
namespace {

const char* const style =
    "body{font:12pt/1.45 Cabin,'Gill Sans',sans-serif;color:#292624;background:#f5f2eb;"
    "max-width:48rem;margin:2rem auto;padding:0 1rem}\n"
    "h1{font-weight:600;margin:0}h2{font-size:1.1rem;margin:1.4rem 0 .3rem}\n"
    "figure{margin:1rem 0}svg,img{max-width:100%;height:auto;background:#fff}\n"
    ".photos{display:grid;grid-template-columns:1fr 1fr;gap:.8rem}\n"
    "table{border-collapse:collapse}td,th{text-align:left;padding:.15rem 1.2rem .15rem 0}\n"
    "td.n{text-align:right}tr.off td{font-weight:600}\n"
    "@media print{body{background:#fff;margin:0}figure,table,li{break-inside:avoid}}\n";

std::string kindOf(const std::string& bytes) {
    if (bytes.rfind("\x89PNG", 0) == 0)
        return "image/png";
    if (bytes.rfind("\xff\xd8", 0) == 0)
        return "image/jpeg";
    if (bytes.rfind("RIFF", 0) == 0 && bytes.substr(8, 4) == "WEBP")
        return "image/webp";
    return {};
}

std::string row(const std::vector<std::string>& cells, bool off = false) {
    std::string out = off ? "<tr class=\"off\">" : "<tr>";
    for (size_t i = 0; i < cells.size(); ++i)
        out += (i ? "<td class=\"n\">" : "<td>") + escaped(cells[i]) + "</td>";
    return out + "</tr>\n";
}

std::string table(const std::string& title, const std::vector<std::string>& heads,
                  const std::string& rows) {
    if (rows.empty())
        return {};
    std::string out = "<h2>" + title + "</h2>\n<table><tr>";
    for (const std::string& h : heads)
        out += "<th>" + h + "</th>";
    return out + "</tr>\n" + rows + "</table>\n";
}

// What was measured off what was planned by more than a reading is worth.
bool isOff(const MeasuredThing& m) {
    const double least = m.unit == "deg" ? 1 : 0.25;
    return m.planned && std::fabs(m.is - *m.planned) >= least;
}

// The card as it was displayed; what was measured off stands out.
std::string pictureOf(const Build& b) {
    const std::string none =
        "<p>The design can no longer be made, so there is no picture of it.</p>\n";
    const auto design = designFromText(b.design);
    if (!design)
        return none;
    const auto made = assemble(*design);
    if (!made)
        return none;
    std::vector<std::string> marked;
    for (const MeasuredThing& m : b.measured)
        if (isOff(m))
            for (const Panel& p : made->panels)
                if (p.id == m.of || p.id == m.of.substr(0, m.of.rfind('.')) ||
                    ownerOf(p.id) == ownerOf(m.of))
                    marked.push_back(p.id);
    const Case c(*design, *made);
    const double at = std::clamp(made->display.at, c.first(), c.last());
    return "<figure>" + svgOf(standingOf(c, at, marked, 160, 110, true)) +
           (marked.empty() ? ""
                           : "<figcaption>Marked: what was measured otherwise than planned."
                             "</figcaption>") +
           "</figure>\n";
}

std::string aboutOf(const Build& b) {
    std::vector<std::string> said{b.when};
    said.push_back(b.prototype    ? "a prototype"
                   : b.number > 1 ? numberText(b.number) + " cards"
                                  : "");
    said.push_back(b.occasion);
    said.push_back(b.forWhom.empty() ? "" : "for " + b.forWhom);
    if (b.stars > 0)
        said.push_back(countText(size_t(b.stars), "one star", "stars") + " of five");
    std::string out;
    for (const std::string& s : said)
        if (!s.empty())
            out += (out.empty() ? "" : " · ") + escaped(s);
    return out;
}

} // namespace

std::string pageOf(const Build& b) {
    const std::string title = b.title.empty() ? "A card" : b.title;
    std::string out = "<!doctype html>\n<html lang=\"en\">\n<meta charset=\"utf-8\">\n<title>" +
                      escaped(title) + "</title>\n<style>\n" + style + "</style>\n<h1>" +
                      escaped(title) + "</h1>\n<p>" + aboutOf(b) + "</p>\n" + pictureOf(b);
    std::string photos;
    for (const Photo& p : b.photos)
        if (const std::string kind = kindOf(p.bytes); !kind.empty())
            photos += "<img alt=\"" + escaped(p.name) + "\" src=\"data:" + kind + ";base64," +
                      base64Text(p.bytes) + "\">\n";
    if (!photos.empty())
        out += "<div class=\"photos\">\n" + photos + "</div>\n";
    if (!b.words.empty())
        out += "<p>" + escaped(b.words) + "</p>\n";
    if (!b.failed.empty())
        out += "<p><strong>What failed:</strong> " + escaped(b.failed) + "</p>\n";
    std::string rows;
    for (const PaperUsed& p : b.papers)
        rows += row(
            {p.paper, p.sheets > 0 ? numberText(p.sheets, 2) : "",
             p.width > 0 ? numberText(p.width, 1) + " x " + numberText(p.height, 1) + " mm" : ""});
    out += table("Papers", {"Paper", "Sheets", "Size"}, rows);
    rows.clear();
    double is = 0, planned = 0;
    for (const Took& t : b.times) {
        rows += row({t.step.empty() ? t.doing : t.step, numberText(t.minutes, 1) + " min",
                     t.planned > 0 ? numberText(t.planned, 1) + " min" : ""});
        is += t.minutes;
        planned += t.planned;
    }
    if (b.times.size() > 1)
        rows += row({"All of it", numberText(is, 1) + " min",
                     planned > 0 ? numberText(planned, 1) + " min" : ""});
    out += table("Times", {"Work", "Took", "Planned"}, rows);
    rows.clear();
    for (const MeasuredThing& m : b.measured)
        rows += row({m.of + (m.remark.empty() ? "" : " (" + m.remark + ")"),
                     numberText(m.is, 2) + " " + m.unit,
                     m.planned ? numberText(*m.planned, 2) + " " + m.unit : "",
                     m.planned ? numberText(m.is - *m.planned, 2) + " " + m.unit : ""},
                    isOff(m));
    out += table("Measured", {"What", "Is", "Planned", "Off by"}, rows);
    std::string notes;
    for (const NextTime& n : b.notes)
        notes += "<li>" + escaped(n.text) + (n.done ? " (done)" : "") + "</li>\n";
    if (!notes.empty())
        out += "<h2>Next time</h2>\n<ul>\n" + notes + "</ul>\n";
    return out + "</html>\n";
}

} // namespace hl::journal
