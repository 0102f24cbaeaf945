// Collects the parts and joins of an assembly. Structure families write into it.
#pragma once
#include "core/assembly/assembly.h"

namespace hl::assembly {

class AssemblyBuilder {
  public:
    explicit AssemblyBuilder(Assembly start = {}) : made_(std::move(start)) {}

    // Opens a part; the panels and creases that follow belong to it. The further parts of a
    // structure are named after it: "tier1.right".
    void part(const std::string& id, const std::string& name, const std::string& structure,
              const std::string& stock);
    // The panels and creases that follow are cut out of a part that is there already, and belong
    // to `owner` all the same.
    void within(int part, const std::string& owner);
    // Names are local ("tip"); the owner's id is put before them. Outlines may wind either way.
    int panel(const std::string& name, Role role, Ring outline, std::vector<Ring> apertures = {});
    // A crease rests half folded, as a burnished fold does.
    int crease(const std::string& name, int left, int right, Vec2 from, Vec2 to, Fold fold);
    // The crease just made, for what few creases have: gaps, another rest, another stiffness.
    Crease& lastCrease() { return made_.creases.back(); }
    Crease& creaseAt(int index) { return made_.creases[index]; }
    Join& lastJoin() { return made_.joins.back(); }
    Join& joinAt(int index) { return made_.joins[static_cast<size_t>(index)]; }
    void rename(int panel, const std::string& id) { made_.panels[panel].id = id; }
    // What the part just opened has besides its panels: paper that bends freely.
    void loose(Ring paper) { made_.parts.back().loose.push_back(std::move(paper)); }
    void span(Span span) { made_.spans.push_back(std::move(span)); }
    // A panel that rides on another, and hangs on a thread as soon as the card opens.
    void hang(int panel, int on) {
        ride(panel, on);
        made_.panels[static_cast<size_t>(panel)].hung = true;
    }
    // Lets a panel lie within the outline of another (Panel::rides).
    void ride(int panel, int on) { made_.panels[static_cast<size_t>(panel)].rides = on; }
    void mark(const std::string& name, LineKind kind, std::vector<Vec2> points, bool off = false);
    // Takes paper away from a panel; false, and nothing done, when it would come apart or be gone.
    bool take(int panel, const Ring& away);
    // The same, where what is left may come apart: each further piece becomes a panel of its own,
    // "page-3-beyond", and the folds on which both hang are divided, and go on folding alike.
    // False, and nothing done, when nothing is left or a piece would hang on no fold.
    bool takeApart(int panel, const Ring& away);
    // Gives the stretch a-b of the folds of `panel`, where its paper was taken, to `heir`; false
    // when none of its folds lies there.
    bool inherit(int panel, int heir, Vec2 a, Vec2 b);
    // Leaves a stretch of a crease, in mm from its start, unfolded.
    void leaveUnfolded(int crease, double from, double to);

    // Glues `tab` so that its crease lies on the line (origin, along) of the panel `landing`. Of
    // the tab is left what finds paper there. The join's id is the tab's.
    void glue(int tab, int crease, int landing, Vec2 origin, Vec2 along, bool onFace,
              bool ontoFace = true);
    // Glues or pushes one panel onto another so that the line (hold, way) of it lies on the line
    // (origin, along) of the landing, raised above its face by `raised` mm. The caller may change
    // what is returned until the next join is made.
    Join& lay(int held, Vec2 hold, Vec2 way, int landing, Vec2 origin, Vec2 along, bool onFace,
              bool ontoFace = true, double raised = 0);
    void tie(int crease, int to, double ratio = 1, int halfTurns = 0);

    // What is up in the parts from number `first` on.
    void upright(size_t first, const Vec2& up) {
        for (size_t i = first; i < made_.parts.size(); ++i)
            made_.parts[i].up = up;
    }
    void root(int panel) { made_.root = panel; }
    // Any other join, made by the caller.
    void join(Join join) { made_.joins.push_back(std::move(join)); }
    void elastic(Elastic band) { made_.elastics.push_back(std::move(band)); }
    void seam(Seam seam) { made_.seams.push_back(std::move(seam)); }
    // After all else that the hand does; of a lone base, in which nothing moves, it is all.
    void alsoDrive(Stage stage) {
        if (made_.motion.front().drive.empty())
            made_.motion.clear();
        made_.motion.push_back(std::move(stage));
    }
    void drive(std::vector<Stage> motion) { made_.motion = std::move(motion); }
    void display(double at, std::string words) { made_.display = {at, std::move(words)}; }

    const Assembly& made() const { return made_; }

  private:
    void setPaper(Panel& panel, Ring outline, std::vector<Ring> apertures);
    std::string unused(const std::string& id) const;
    int copyOfCrease(int crease, double from, double to);
    void untie(int crease);

    Assembly made_;
    int part_ = -1;
    std::string owner_;
};

} // namespace hl::assembly
