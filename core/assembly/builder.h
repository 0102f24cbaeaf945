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
    int panel(const std::string& name, Role role, std::vector<Vec2> outline);
    int crease(const std::string& name, int left, int right, Vec2 from, Vec2 to, Fold fold,
               bool driven = false);
    // Glues `tab` so that its crease lies on the line (origin, along) of the panel `landing`.
    void glue(int tab, int crease, int landing, Vec2 origin, Vec2 along, bool faceDown);

    const Assembly& made() const { return made_; }

  private:
    Assembly made_;
};

} // namespace hl
