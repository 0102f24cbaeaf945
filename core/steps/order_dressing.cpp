#include "core/assembly/adhesive.h"
#include "core/steps/orderer.h"
#include <algorithm>
#include <cmath>

namespace hl::steps {

bool Orderer::over(int mat, int other) const {
    const Join &m = join(mat), &j = join(other);
    if (piece(j.tab) != Piece::Core || !traitsOf(j.kind).sticks || !sharePlace(a_, m, j))
        return false;
    const StructureSpec* s =
        c_.design.structure(a_.parts[static_cast<size_t>(partOf(m.tab))].structure);
    const auto under =
        s ? s->set.find("landings") : std::map<std::string, Measure>::const_iterator();
    return s && (under == s->set.end() || under->second.count == 0);
}

void Orderer::mats(bool late) {
    std::map<std::string, std::vector<int>> groups; // by structure
    std::vector<std::string> order;
    for (int i : loose_)
        if (piece(join(i).tab) == Piece::Mat && !a_.panels[static_cast<size_t>(join(i).tab)].hung) {
            const Part& p = a_.parts[static_cast<size_t>(partOf(join(i).tab))];
            const std::string& owner = p.structure.empty() ? p.id : p.structure;
            if (groups[owner].empty())
                order.push_back(owner);
            groups[owner].push_back(i);
        }
    for (const std::string& owner : order) {
        std::set<std::string> after;
        for (int i : groups[owner]) {
            for (size_t k = 0; k < a_.joins.size(); ++k)
                if (over(i, static_cast<int>(k)))
                    after.insert("join " + a_.joins[k].id);
            // On a mat that comes late another comes later.
            const int under = partOf(join(i).landing);
            if (lateMats_.count(partId(under)))
                after.insert("");
        }
        if (after.empty() == late)
            continue;
        const Join& first = join(groups[owner].front());
        WorkStep& s =
            add("mat." + owner, Do::Mat, takes::mat * static_cast<double>(groups[owner].size()));
        s.reach = Reach::Flat;
        stick(s, adhesiveFor(c_, first, false));
        for (int i : groups[owner]) {
            const int part = partOf(join(i).tab), under = partOf(join(i).landing);
            if (std::find(s.parts.begin(), s.parts.end(), partId(part)) == s.parts.end())
                s.parts.push_back(partId(part));
            s.joins.push_back(join(i).id);
            needPart(s, part);
            needPart(s, under);
            if (auto it = matStep_.find(under); it != matStep_.end())
                need(s, it->second);
            matStep_[part] = s.id;
            if (late)
                lateMats_.insert(partId(part));
            else
                matted_[under].push_back(s.id);
            for (size_t k = 0; k < a_.joins.size(); ++k)
                if (over(i, static_cast<int>(k)))
                    need(s, made_[static_cast<int>(k)]);
        }
        const std::string name = nameOf(partOf(first.tab));
        const bool several = groups[owner].size() > 1;
        s.title = "Lay the " + name;
        s.text = "Put " + with(s.adhesive) + " on " + (several ? "their backs" : "its back") +
                 " and lay " + (several ? "them" : "it") + " on " + onto(first) + ": " +
                 placesOf(groups[owner]) + ".";
        s.zone = zoneText(c_, first);
        s.why = late ? "It covers what is glued there, so it comes after it."
                     : "A flat part is matted more easily than a folded one.";
    }
}

std::string Orderer::placesOf(const std::vector<int>& joins) const {
    constexpr size_t mostNamed = 12;
    if (joins.size() == 1)
        return marginsText(c_, join(joins.front()));
    std::string out;
    for (size_t i = 0; i < std::min(joins.size(), mostNamed); ++i) {
        const Join& j = join(joins[i]);
        out += (i ? "; " : "") + nameOf(partOf(j.tab)) + ", " + marginsText(c_, j);
        if (j.landing != join(joins.front()).landing)
            out += " of " + onto(j);
    }
    return out + (joins.size() > mostNamed ? "; and so on, as the picture shows" : "");
}

void Orderer::films() {
    std::map<std::string, std::vector<int>> groups;
    for (int i : loose_)
        if (piece(join(i).tab) == Piece::Film || a_.panels[static_cast<size_t>(join(i).tab)].hung) {
            const Part& p = a_.parts[static_cast<size_t>(partOf(join(i).tab))];
            groups[p.structure].push_back(i);
        }
    for (auto& [owner, joins] : groups) {
        const Join& first = join(joins.front());
        const auto span =
            std::find_if(a_.spans.begin(), a_.spans.end(),
                         [&owner = owner](const Span& x) { return x.structure == owner; });
        const size_t hang = span == a_.spans.end() ? 0 : span->hung.size();
        const bool hung = hang > 0;
        WorkStep& s = add((hung ? "hang." : "film.") + owner, Do::Insert,
                          takes::insert * static_cast<double>(joins.size()));
        s.reach = Reach::Flat;
        stick(s, hung ? "runner" : "tape");
        for (int i : joins) {
            s.joins.push_back(join(i).id);
            if (std::find(s.parts.begin(), s.parts.end(), partId(partOf(join(i).tab))) ==
                s.parts.end())
                s.parts.push_back(partId(partOf(join(i).tab)));
            needPart(s, partOf(join(i).tab));
            needPart(s, partOf(join(i).landing));
            made_[i] = s.id;
        }
        need(s, lastClosing_);
        const std::string name = sayOwner(c_.design, owner);
        s.title = capital((hung ? "hang " : "put in ") + name);
        s.text = hung ? "Take the thread of " + name + ": hang " + numberText(hang) +
                            " on it, evenly, before its ends are glued down behind their holes."
                      : "Put " + with(s.adhesive) + " on both ends of " + name +
                            " and press its ends on the " + sayPanel(c_, first.landing) +
                            " and the " + sayPanel(c_, join(joins.back()).landing) +
                            "; of the rest only its middle may be sticky.";
        s.check = "The card must still close flat.";
    }
}

void Orderer::figures() {
    std::map<std::string, std::vector<int>> groups;
    std::vector<std::string> order;
    for (int i : loose_)
        if (piece(join(i).tab) == Piece::Figure) {
            const Part& p = a_.parts[static_cast<size_t>(partOf(join(i).tab))];
            const std::string& owner = p.structure.empty() ? p.id : p.structure;
            if (groups[owner].empty())
                order.push_back(owner);
            groups[owner].push_back(i);
        }
    std::map<int, std::string> on; // by part: the step that put it there
    std::set<std::string> done;
    for (size_t round = 0; done.size() < order.size() && round <= order.size(); ++round)
        for (const std::string& owner : order) {
            if (done.count(owner))
                continue;
            // A figure on a figure waits for that.
            const auto waits = [&](int i) {
                const int under = partOf(join(i).landing);
                return groups_.pieces()[static_cast<size_t>(under)] == Piece::Figure &&
                       !on.count(under) &&
                       (a_.parts[static_cast<size_t>(under)].structure != owner);
            };
            if (round < order.size() &&
                std::any_of(groups[owner].begin(), groups[owner].end(), waits))
                continue;
            const Join& first = join(groups[owner].front());
            WorkStep& s = add("figure." + owner, Do::Figure,
                              takes::figure * static_cast<double>(groups[owner].size()));
            s.reach = Reach::Flat;
            stick(s, adhesiveFor(c_, first, false));
            need(s, check_);
            for (int i : groups[owner]) {
                const int part = partOf(join(i).tab), under = partOf(join(i).landing);
                s.parts.push_back(partId(part));
                s.joins.push_back(join(i).id);
                needPart(s, part);
                for (int panel : {join(i).tab, join(i).landing})
                    needMat(s, panel);
                if (auto it = on.find(under); it != on.end())
                    need(s, it->second);
                on[part] = s.id;
                made_[i] = s.id;
            }
            const std::string name =
                groups[owner].size() > 1 ? sayOwner(c_.design, owner) : nameOf(partOf(first.tab));
            s.title = capital("put on " + name);
            s.zone = zoneText(c_, first);
            const bool several = groups[owner].size() > 1;
            s.text = "Put " + with(s.adhesive) + " on " + (several ? "their backs" : "its back") +
                     (!several && heldPart(a_, first) < 0.99 ? ", " + s.zone + "," : "") +
                     " and lay " + (several ? "them" : "it") + " on " + onto(first) + ": " +
                     placesOf(groups[owner]) + ".";
            s.why = "It goes on last, when its place can be seen and nothing can push it off.";
            done.insert(owner);
        }
}

} // namespace hl::steps
