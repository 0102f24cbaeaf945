// Dressing: patterns that come to hang upside down, and mats that have to be cut as mirror images
// because their paper is printed on one face.
#include "core/assembly/congruent.h"
#include "core/design/images.h"
#include "core/design/tiles.h"
#include "core/measure/number.h"
#include "core/picture/letters.h"
#include "core/picture/svg_links.h"
#include "core/prove/evidence.h"
#include "core/prove/posture.h"
#include "core/prove/saying.h"
#include "core/prove/seen.h"
#include "core/structures/family.h"
#include <algorithm>
#include <cmath>

namespace hl::proving {
namespace {

constexpr double askew = 45, upsideDown = 120; // degrees
constexpr double alikeMats = 0.05;             // mm

// The mats of a case: one panel each, with the paper they are of.
struct Mat {
    int panel;
    const Stock* paper;
    const StructureSpec* spec;
};

std::vector<Mat> matsOf(const Case& c) {
    std::vector<Mat> out;
    for (size_t i = 0; i < c.assembly.panels.size(); ++i) {
        const Panel& p = c.assembly.panels[i];
        const Part& part = c.assembly.parts[static_cast<size_t>(p.part)];
        if (p.rides >= 0 && !p.hung)
            out.push_back({static_cast<int>(i), &stockOf(c.design, part),
                           c.design.structure(part.structure)});
    }
    return out;
}

// All that is one flat piece of printed paper: mats, figures, sheets without a fold.
std::vector<Mat> printedPieces(const Case& c) {
    std::vector<Mat> out;
    for (const Part& part : c.assembly.parts) {
        const Stock& paper = stockOf(c.design, part);
        if (part.panels.size() == 1 &&
            !c.assembly.panels[static_cast<size_t>(part.panels[0])].hung &&
            (!paper.pattern.empty() || !paper.image.empty()))
            out.push_back({part.panels[0], &paper, c.design.structure(part.structure)});
    }
    return out;
}

void hangs(const Case& c, const Mat& m, std::vector<Finding>& out) {
    if (!hasUpperEnd(*m.paper) || !m.spec)
        return;
    const auto turn = m.spec->set.find("turn");
    const double by = turn == m.spec->set.end() ? 0 : std::fabs(turn->second.degrees());
    if (by < askew)
        return;
    const bool down = by > upsideDown;
    Finding f = Finding::of(down ? "dressing.upside-down" : "dressing.sideways",
                            down ? Severity::Caution : Severity::Note, c.first(), c.last(),
                            c.assembly.display.at, by);
    f.in = In::Degrees;
    nameIn(f, c, m.panel);
    const Tile* t = tile(m.paper->pattern);
    f.message = (t ? std::string(t->name) : "The picture of " + m.paper->name) + " on the " +
                sayPanel(c, c.assembly.panels[static_cast<size_t>(m.panel)].rides) +
                (down ? " hangs upside down." : " lies on its side.");
    f.remedy = "Turn the pattern back, if that is not meant.";
    f.action = Remedy{m.spec->id, "turn", Measure::fromDegrees(0)};
    out.push_back(f);
}

// What a paper's drawing shows that lies in files of its own, which are never opened.
void linked(const Case& c, const Stock& s, const std::vector<std::string>& left,
            std::vector<Finding>& out) {
    if (left.empty())
        return;
    Finding f =
        Finding::of("dressing.links", Severity::Note, c.first(), c.last(), c.assembly.display.at);
    f.line = s.id;
    f.message = "The drawing that " + s.name +
                " is printed with leads to what lies outside of it (" + left.front() +
                (left.size() > 1 ? " and " + numberText(left.size() - 1) + " more" : "") +
                "); that is left out.";
    f.remedy =
        "Put the drawing in again from its own folder, with what it shows beside it, or save "
        "it with its pictures inside.";
    out.push_back(f);
}

// Papers whose picture is not there or cannot be read, which are then shown plain.
void pictures(const Case& c, std::vector<Finding>& out) {
    for (const Stock& s : c.design.stocks) {
        if (s.image.empty() || std::none_of(c.assembly.parts.begin(), c.assembly.parts.end(),
                                            [&](auto& p) { return &stockOf(c.design, p) == &s; }))
            continue;
        const ImageSpec* image = c.design.image(s.image);
        const auto info = image ? imageInfo(image->data) : Result<ImageInfo>(Problem{});
        if (info && info->kind == ImageInfo::Svg)
            linked(c, s, withoutLinks(image->data.text()).left, out);
        if (info)
            continue;
        Finding f = Finding::of(image ? "dressing.picture-damaged" : "dressing.picture-missing",
                                Severity::Note, c.first(), c.last(), c.assembly.display.at);
        f.line = s.id;
        f.message = "The picture that " + s.name + " is printed with " +
                    (image ? "is damaged." : "is not in this design.");
        f.remedy = "Put it in again; until then the paper is shown plain.";
        out.push_back(f);
    }
}

// Words in letters that no typeface here has, or in a typeface that is not here.
void lettering(const Case& c, std::vector<Finding>& out) {
    for (const StructureSpec& s : c.design.structures) {
        if (s.text.empty())
            continue;
        const SetWords set = setWords(s.text, s.typeface, 10);
        const auto say = [&](const char* code, const std::string& message,
                             const std::string& remedy) {
            Finding f =
                Finding::of(code, Severity::Caution, c.first(), c.last(), c.assembly.display.at);
            for (const Panel& p : c.assembly.panels)
                if (ownerOf(p.id) == s.id) {
                    nameIn(f, c, static_cast<int>(&p - c.assembly.panels.data()));
                    break;
                }
            f.message = message;
            f.remedy = remedy;
            out.push_back(f);
        };
        if (!set.missing.empty()) {
            std::string all;
            for (const std::string& one : set.missing)
                all += (all.empty() ? "“" : ", “") + one + "”";
            say("dressing.letters",
                "No typeface here has " + all + " of " + sayOwner(c.design, s.id) +
                    ": a box with a number would be " +
                    (set.missing.size() > 1 ? "in their places" : "in its place") + ".",
                "Say it in other letters, or install a typeface that has them.");
        }
        if (!set.known)
            say("dressing.typeface",
                "The typeface “" + s.typeface + "” of " + sayOwner(c.design, s.id) +
                    " is not installed here; the one that ships stands in for it.",
                "Install it, or choose another typeface.");
    }
}

// Words that are turned to whoever looks at the displayed card, and stand on their heads.
void onItsHead(const Case& c, std::vector<Finding>& out) {
    constexpr double clearly = 0.5; // of the upright, downwards
    if (std::none_of(c.design.structures.begin(), c.design.structures.end(),
                     [](auto& s) { return familyOf(s).lettering; }))
        return;
    const std::vector<Rigid> at = displayedAt(c);
    std::string told;
    for (const Part& part : c.assembly.parts) {
        const StructureSpec* s = c.design.structure(part.structure);
        if (!s || !familyOf(*s).lettering || part.panels.empty() || part.structure == told)
            continue;
        const Rigid& there = at[static_cast<size_t>(part.panels.front())];
        const Vec3 facing = there.turn.col(2), up = there.turn * lift(part.up);
        // What lies is read from before it, what stands from where one stands.
        const bool level = std::fabs(facing.z()) > lies;
        if ((level ? facing.z() : -facing.y()) < 0 || (level ? up.y() : up.z()) > -clearly)
            continue;
        Finding f = Finding::of("dressing.on-its-head", Severity::Note, c.assembly.display.at,
                                c.assembly.display.at, c.assembly.display.at);
        nameIn(f, c, part.panels.front());
        f.message = capital("the " + sayPanel(c, part.panels.front())) +
                    " stands upside down in the displayed card.";
        f.remedy = "Turn it by half, if that is not meant.";
        const auto turn = s->set.find("turn");
        f.action = Remedy{s->id, "turn",
                          Measure::fromDegrees(std::fmod(
                              (turn == s->set.end() ? 0 : turn->second.degrees()) + 180, 360))};
        out.push_back(f);
        told = part.structure; // by one letter of its line
    }
}

} // namespace

void dressing(const Evidence& e, const Stop& stop, std::vector<Finding>& out) {
    const Case& c = e.c;
    pictures(c, out);
    lettering(c, out);
    onItsHead(c, out);
    for (const Mat& m : matsOf(c))
        hangs(c, m, out);
    const std::vector<Mat> mats = printedPieces(c);
    std::vector<Paper> pieces;
    for (const Mat& m : mats) {
        const Panel& p = c.assembly.panels[static_cast<size_t>(m.panel)];
        pieces.push_back({p.outline, p.apertures});
    }
    std::vector<bool> told(mats.size(), false);
    for (size_t i = 0; i < mats.size() && !stop; ++i)
        for (size_t k = i + 1; k < mats.size(); ++k) {
            if (told[i] || told[k] || mats[i].paper != mats[k].paper ||
                !congruent(pieces[i], pieces[k], true, alikeMats) ||
                congruent(pieces[i], pieces[k], false, alikeMats))
                continue;
            told[i] = told[k] = true;
            Finding f =
                Finding::of("dressing.mirrored", Severity::Note, c.first(), c.last(), c.first());
            for (const Mat* m : {&mats[i], &mats[k]})
                nameIn(f, c, m->panel);
            const auto under = [&](const Mat& m) {
                return c.assembly.panels[static_cast<size_t>(m.panel)].rides;
            };
            const int one = under(mats[i]), other = under(mats[k]);
            const bool both = one >= 0 && other >= 0;
            f.message = (!both ? capital("the " + sayPanel(c, mats[i].panel)) + " and the " +
                                     sayPanel(c, mats[k].panel)
                         : one == other // on its face and on its back
                             ? "The two mats on the " + sayPanel(c, one)
                             : "The mats on the " + sayPanel(c, one) + " and on the " +
                                   sayPanel(c, other)) +
                        " are mirror images, and their paper is printed on one face.";
            f.remedy = "Lay two sheets pattern to pattern and cut both at once.";
            out.push_back(f);
        }
}

} // namespace hl::proving
