// The say-line: the one line that tells a strip or a sheet, as it is read aloud at the bench.
//
//   12 | 30 | 30 | 38 | 38 | 12, V M V M V
//   136 x 68, score 30 V, 60 M, 98 V
//   100 | 84 | hinge 12 | 84 | 66, V M V; heights 130, 118, 118, 106
//   220 x 150, score 55 110 165, M V M; top 150 to 50; slit at 55 from 0 to half
//
// Panels lie side by side from left to right, with their scores between them. What is said after
// them: heights of the panels (one for all or one each), raised (how far each stands above the
// lower edge), top (a slanted upper edge, from its left to its right end), slits along the scores
// or across them, and which panel gives when the size changes. A hinge begins a new sheet, joined
// to the one before by a tab of that depth.
#pragma once
#include "core/design/field.h"
#include "core/measure/result.h"
#include <optional>
#include <vector>

namespace hl::design {

enum class SayFold { Valley, Mountain, Either };

struct SayScore {
    SayFold fold = SayFold::Either;
    std::optional<Measure> shown;    // the angle between its panels when the card is displayed
    std::optional<Measure> from, to; // along the score, from the lower edge; else from edge to edge
    std::optional<Measure> hinge;    // no score but the beginning of a new sheet, with that tab
    bool hingeRight = false;         // which is cut with the sheet to the right of it
    friend bool operator==(const SayScore& a, const SayScore& b) {
        return a.fold == b.fold && a.shown == b.shown && a.from == b.from && a.to == b.to &&
               a.hinge == b.hinge && a.hingeRight == b.hingeRight;
    }
};

// A slit along the scores at `at` from the left edge, or across them at `at` from the lower edge.
struct SaySlit {
    bool across = false;
    Measure at, from, to;
    friend bool operator==(const SaySlit& a, const SaySlit& b) {
        return a.across == b.across && a.at == b.at && a.from == b.from && a.to == b.to;
    }
};

struct SayLine {
    std::vector<Measure> panels;
    std::vector<SayScore> scores; // one fewer than the panels
    std::vector<SaySlit> slits;
    std::vector<Measure> heights; // none, one for all, or one for each panel
    std::vector<Measure> raised;  // none, or one for each panel
    std::vector<Measure> slope;   // none, or the heights of the upper edge at its two ends
    std::vector<int> gives; // the panels, from 1, that share the difference; none is named: all

    bool empty() const { return panels.empty(); }
    Measure length() const; // all panels together
    // The height of panel n, from 0, at its left and right edge; `fallback` where none is said.
    std::pair<double, double> heightAt(size_t n, double fallback) const;
    // Where panel n begins, mm from the left edge.
    double startOf(size_t n) const;
    friend bool operator==(const SayLine& a, const SayLine& b) {
        return a.panels == b.panels && a.scores == b.scores && a.slits == b.slits &&
               a.heights == b.heights && a.raised == b.raised && a.slope == b.slope &&
               a.gives == b.gives;
    }
    friend bool operator!=(const SayLine& a, const SayLine& b) { return !(a == b); }
};

// Lengths without a unit take that of the next one that has one in their list, else `unit`. The
// problem names the word that cannot be read, or what does not add up and by how much.
Result<SayLine> parseSayLine(const std::string& text, Unit unit);

// The line in full: parsed again it gives the same.
std::string sayLineText(const SayLine& line, Unit unit);

// "panel 3", "panels 3 and 4": those that give.
std::string givingText(const SayLine& line);

// The panels alone, "12 | 30 | 12, V M", with whatever else is said left out.
std::string panelsText(const SayLine& line, Unit unit);

// Which panel of the line a word like panel-2 means, from 0.
std::optional<size_t> panelOfLine(const SayLine& line, const std::string& word);

} // namespace hl::design
