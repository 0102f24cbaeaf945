// Collects the parts and joins of an assembly. Structure families write into it.
#pragma once
#include "core/assembly/assembly.h"

namespace hl {

class AssemblyBuilder {
  public:
    explicit AssemblyBuilder(Assembly start = {}) : made_(std::move(start)) {}

    // Opens a part; the panels and creases that follow belong to it.
    void part(const std::string& id, const std::string& name, const std::string& structure,
              const std::string& stock);
    // Names are local ("tip"); the part's id is put before them. Outlines may wind either way.
    int panel(const std::string& name, Role role, Ring outline, std::vector<Ring> apertures = {});
    // A crease rests half folded, as a burnished fold does.
    int crease(const std::string& name, int left, int right, Vec2 from, Vec2 to, Fold fold);
    // The crease just made, for what few creases have: gaps, another rest, another stiffness.
    Crease& lastCrease() { return made_.creases.back(); }
    void mark(const std::string& name, LineKind kind, std::vector<Vec2> points);
    // Glues `tab` so that its crease lies on the line (origin, along) of the panel `landing`.
    // The join's id is the tab's.
    void glue(int tab, int crease, int landing, Vec2 origin, Vec2 along, bool faceDown);

    void root(int panel) { made_.root = panel; }
    // Any other join, made by the caller.
    void join(Join join) { made_.joins.push_back(std::move(join)); }
    void drive(std::vector<Stage> motion) { made_.motion = std::move(motion); }

    const Assembly& made() const { return made_; }

  private:
    Assembly made_;
};

} // namespace hl
