#include "core/report/report.h"
#include "core/files/atomic_save.h"
#include "core/files/pdf_pages.h"
#include "core/prove/facts.h"
#include "core/prove/prove.h"
#include "core/report/pictures.h"
#include <algorithm>

namespace hl {
namespace {

// The section that cuts the most panels, along the spine, mm.
double tellingSection(const Case& c) {
    const bool top = c.design.card.spine == SpineSide::Top;
    const double length = top ? c.design.card.width.mm() : c.design.card.height.mm();
    const Pose pose =
        poseAt(c.linkage, c.motion, std::clamp(c.assembly.display.at, c.first(), c.last()));
    double best = length / 2;
    int most = -1;
    for (int n = 1; n < 40; ++n) {
        const double y = length * n / 40;
        int cut = 0;
        for (size_t i = 0; i < pose.panels.size(); ++i) {
            double low = 1e300, high = -1e300;
            for (const Vec2& p : c.assembly.panels[i].outline) {
                low = std::min(low, pose.panels[i].at(p).y());
                high = std::max(high, pose.panels[i].at(p).y());
            }
            cut += low < y && y < high && c.assembly.panels[i].role != Role::Tab;
        }
        if (cut > most) {
            most = cut;
            best = y;
        }
    }
    return best;
}

std::string ruleTitle(const std::string& id) {
    for (const Rule& r : rules())
        if (id == r.id)
            return r.title;
    return id;
}

// What both formats show, in order.
struct Content {
    std::string title, verdict;
    std::vector<Picture> pictures;
    std::vector<Finding> findings;
    std::vector<Picture> shown; // of every finding
    std::vector<Fact> facts;
};

Content contentOf(const Evidence& e, const std::vector<Finding>& findings) {
    const Case& c = e.c;
    const double at = std::clamp(c.assembly.display.at, c.first(), c.last());
    const Curves curves = curvesOf(e);
    Content out;
    out.title = c.design.title;
    out.verdict = sentenceOf(verdictOf(findings));
    out.pictures = {standingOf(c, at), profileOf(c, at, tellingSection(c)), mapOf(e),
                    chartOf(c, curves, findings, at)};
    out.findings = findings;
    for (const Finding& f : findings)
        out.shown.push_back(standingOf(c, f.opening, f.panels, 60, 45));
    out.facts = factsOf(e, curves);
    return out;
}

std::string escaped(const std::string& text) {
    std::string out;
    for (char c : text)
        out += c == '&'   ? "&amp;"
               : c == '<' ? "&lt;"
               : c == '>' ? "&gt;"
               : c == '"' ? "&quot;"
                          : std::string(1, c);
    return out;
}

Result<std::string> writeHtml(const Evidence& e, const std::vector<Finding>& findings) {
    const Content c = contentOf(e, findings);
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
    return out + "</table>\n</html>\n";
}

void paint(cairo_t* cr, const Picture& p, double x, double y, double width) {
    cairo_save(cr);
    cairo_translate(cr, x, y);
    cairo_scale(cr, width / p.width, width / p.width);
    for (const Shape& s : p.shapes) {
        for (size_t i = 0; i < s.points.size(); ++i)
            (i ? cairo_line_to : cairo_move_to)(cr, s.points[i].x(), s.points[i].y());
        if (s.closed)
            cairo_close_path(cr);
        if (s.fill.tint != Tint::None) {
            setColour(cr, onPaper(s.fill).c_str());
            cairo_fill_preserve(cr);
        }
        if (s.line.tint != Tint::None) {
            setColour(cr, onPaper(s.line).c_str());
            cairo_set_line_width(cr, s.width);
            cairo_set_dash(cr, s.dashes.data(), static_cast<int>(s.dashes.size()), 0);
            cairo_stroke_preserve(cr);
        }
        cairo_new_path(cr);
    }
    for (const Words& w : p.words) {
        setColour(cr, onPaper(w.colour).c_str());
        cairo_set_font_size(cr, w.size);
        cairo_text_extents_t e;
        cairo_text_extents(cr, w.text.c_str(), &e);
        cairo_move_to(cr, w.at.x() - (w.align + 1) * e.x_advance / 2, w.at.y());
        cairo_show_text(cr, w.text.c_str());
    }
    cairo_restore(cr);
}

// A4 pages that are written from top to bottom.
class Paper {
  public:
    explicit Paper(PdfPages& pages) : pages_(pages) { turn(); }

    void room(double height) {
        if (y_ + height > bottom)
            turn();
    }
    void words(const std::string& text, double size, const char* colour, double x = left,
               double most = right - left) {
        cairo_set_font_size(cr_, size);
        std::string line;
        auto flush = [&] {
            room(size * 1.45);
            cairo_set_font_size(cr_, size);
            setColour(cr_, colour);
            y_ += size * 1.45;
            cairo_move_to(cr_, x, y_);
            cairo_show_text(cr_, line.c_str());
            line.clear();
        };
        size_t start = 0;
        while (start < text.size()) {
            size_t end = text.find(' ', start);
            if (end == std::string::npos)
                end = text.size();
            const std::string word = text.substr(start, end - start);
            const std::string longer = line.empty() ? word : line + " " + word;
            cairo_text_extents_t e;
            cairo_set_font_size(cr_, size);
            cairo_text_extents(cr_, longer.c_str(), &e);
            if (e.x_advance > most && !line.empty()) {
                flush();
                line = word;
            } else {
                line = longer;
            }
            start = end + 1;
        }
        if (!line.empty())
            flush();
    }
    void gap(double mm) { y_ += mm; }
    double y() const { return y_; }
    void to(double y) { y_ = y; }
    cairo_t* cr() const { return cr_; }

    static constexpr double left = 18, right = 192, bottom = 282;

  private:
    void turn() {
        cr_ = pages_.page(210, 297);
        y_ = 16;
    }
    PdfPages& pages_;
    cairo_t* cr_ = nullptr;
    double y_ = 0;
};

Result<std::string> writePdf(const Evidence& e, const std::vector<Finding>& findings) {
    const Content c = contentOf(e, findings);
    const std::string ink = onPaper({Tint::Ink, 0}), quiet = onPaper({Tint::Quiet, 0});
    PdfPages pages(c.title);
    Paper paper(pages);
    paper.words(c.title, 7, ink.c_str());
    paper.words(c.verdict + ".", 4.6, ink.c_str());
    paper.gap(4);
    const double column = (Paper::right - Paper::left - 6) / 2;
    for (size_t i = 0; i < c.pictures.size(); i += 2) {
        double tallest = 0;
        for (size_t k = i; k < std::min(i + 2, c.pictures.size()); ++k)
            tallest = std::max(tallest, column * c.pictures[k].height / c.pictures[k].width);
        paper.room(tallest + 10);
        const double y = paper.y();
        for (size_t k = i; k < std::min(i + 2, c.pictures.size()); ++k) {
            const double x = Paper::left + (k - i) * (column + 6);
            paint(paper.cr(), c.pictures[k], x, y, column);
            paper.to(y + tallest);
            paper.words(c.pictures[k].caption, 3, quiet.c_str(), x, column);
        }
        paper.to(y + tallest + 9);
    }
    paper.gap(2);
    paper.words("Findings", 5.4, ink.c_str());
    if (c.findings.empty())
        paper.words("It opens and closes flat; nothing binds, collides or sticks out.", 3.6,
                    ink.c_str());
    for (size_t i = 0; i < c.findings.size(); ++i) {
        const Finding& f = c.findings[i];
        paper.room(38);
        const double y = paper.y() + 2;
        paint(paper.cr(), c.shown[i], Paper::right - 46, y, 46);
        paper.to(y);
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
        paint(paper.cr(), mark, Paper::left, y + 2, 4);
        const double wide = Paper::right - Paper::left - 58;
        paper.words(std::string(nameOf(f.severity)) + ": " + ruleTitle(f.rule), 3.4, quiet.c_str(),
                    Paper::left + 6, wide);
        paper.words(f.message, 3.8, ink.c_str(), Paper::left + 6, wide);
        paper.words(f.remedy, 3.6, quiet.c_str(), Paper::left + 6, wide);
        paper.to(std::max(paper.y(), y + 36));
    }
    paper.gap(4);
    paper.words("What there is to know", 5.4, ink.c_str());
    for (const Fact& f : c.facts)
        paper.words(f.text, 3.6, ink.c_str());
    return pages.finish();
}

} // namespace

const std::vector<ReportFormat>& reportFormats() {
    static const std::vector<ReportFormat> table = {
        {"html", "HTML page", writeHtml},
        {"pdf", "PDF for printing", writePdf},
    };
    return table;
}

Trouble writeReport(const Evidence& e, const std::vector<Finding>& findings,
                    const std::string& path) {
    const std::string extension = path.substr(path.find_last_of('.') + 1);
    for (const ReportFormat& f : reportFormats()) {
        if (extension != f.id)
            continue;
        auto bytes = f.write(e, findings);
        if (!bytes)
            return bytes.problem();
        return saveFile(path, *bytes);
    }
    return Problem{path, "a report is written as html or pdf", "name the file report.html"};
}

} // namespace hl
