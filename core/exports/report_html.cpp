// The report as an HTML page that stands alone.
#include "core/exports/writers.h"
#include "core/picture/markup.h"
#include "core/picture/svg.h"
#include "core/report/report.h"

namespace hl::exports {

Result<Exported> writeReportHtml(const ExportInput& in) {
    const Report c = reportOf(*in.evidence, *in.findings);
    std::string out = "<!doctype html>\n<html lang=\"en\">\n<meta charset=\"utf-8\">\n<title>" +
                      escaped(c.title) + "</title>\n";
    out += "<style>\n"
           "body{font:16px/1.5 Cabin,'Gill Sans',sans-serif;color:#292624;background:#f5f2eb;"
           "max-width:62rem;margin:2rem auto;padding:0 1rem}\n"
           "h1{font-weight:600;margin-bottom:.2rem}figure{margin:0}figcaption{color:#6b6661}\n"
           ".pictures{display:grid;grid-template-columns:1fr 1fr;gap:1.2rem}\n"
           "svg{width:100%;height:auto;background:#fff;font-family:inherit}\n"
           "li{background:#fff;padding:.8rem 1rem;margin:.6rem 0;list-style:none;"
           "display:grid;grid-template-columns:1fr 12rem;gap:1rem;border-left:.5rem solid}\n"
           "ul{padding:0}.stop{border-color:#a83d2b}.caution{border-color:#b87814}"
           ".note{border-color:#5c783d}\n"
           ".remedy{color:#6b6661}td{padding:.2rem .8rem .2rem 0;vertical-align:top}\n"
           "</style>\n";
    out += "<h1>" + escaped(c.title) + "</h1>\n<p>" + escaped(c.verdict) + ".</p>\n";
    out += "<div class=\"pictures\">\n";
    for (const Picture& p : c.pictures)
        out += "<figure>" + svgOf(p) + "<figcaption>" + escaped(p.caption) +
               "</figcaption></figure>\n";
    out += "</div>\n<h2>Findings</h2>\n";
    if (c.findings.empty())
        out += "<p>It opens and closes flat; nothing binds, collides or sticks out.</p>\n";
    else
        out += "<ul>\n";
    for (size_t i = 0; i < c.findings.size(); ++i) {
        const Finding& f = c.findings[i];
        out += std::string("<li class=\"") + nameOf(f.severity) + "\"><div><strong>" +
               escaped(nameOf(f.severity)) + ": " + escaped(ruleTitle(f.rule)) + "</strong><br>" +
               escaped(f.message) + "<br><span class=\"remedy\">" + escaped(f.remedy) +
               "</span></div>" + svgOf(c.shown[i]) + "</li>\n";
    }
    if (!c.findings.empty())
        out += "</ul>\n";
    out += "<h2>What there is to know</h2>\n<table>\n";
    for (const Fact& f : c.facts)
        out += "<tr><td>" + escaped(f.text) + "</td></tr>\n";
    return Exported{{{"", out + "</table>\n</html>\n"}}, {}};
}

} // namespace hl::exports
