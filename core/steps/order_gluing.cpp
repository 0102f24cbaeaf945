#include "core/steps/orderer.h"
#include <algorithm>
#include <cmath>

namespace hl::steps {

bool Orderer::pulled(int unit) const {
    std::set<int> on;
    for (int i : groups_.all()[static_cast<size_t>(unit)].outer)
        on.insert(join(i).landing);
    return on.size() > 1;
}

std::string Orderer::unitName(int unit) const {
    const Group& u = groups_.all()[static_cast<size_t>(unit)];
    if (u.id == "card")
        return "the card";
    // One of a series is no structure of the design, and called as its part is.
    return c_.design.structure(u.id) || c_.design.part(u.id) ? sayOwner(c_.design, u.id)
                                                             : nameOf(u.parts.front());
}

WorkStep& Orderer::single(int i, int unit, Reach reach) {
    const Join& j = join(i);
    const JoinTraits& how = traitsOf(j.kind);
    const bool sticks = how.sticks;
    WorkStep& s = add((sticks ? "glue." : "insert.") + j.id, sticks ? Do::Glue : Do::Insert,
                      sticks ? takes::tab : takes::insert);
    s.reach = reach;
    s.joins = {j.id};
    s.parts = {partId(partOf(j.tab))};
    if (partOf(j.landing) != partOf(j.tab))
        s.parts.push_back(partId(partOf(j.landing)));
    stick(s, adhesiveFor(c_, j, pulled(unit) && partOf(j.tab) != partOf(j.landing)));
    for (int panel : {j.tab, j.landing}) {
        needPart(s, partOf(panel));
        needMat(s, panel);
    }
    const std::string held = sayPanel(c_, j.tab);
    if (sticks) {
        const bool rib = a_.panels[static_cast<size_t>(j.tab)].role != Role::Tab;
        s.title = capital("glue the " + held);
        s.zone = zoneText(c_, j);
        s.text = std::string(reach == Reach::Collapsed
                                 ? "Fold it flat, so that the " + held + " lies outermost. "
                                 : "") +
                 "Put " + with(s.adhesive) + " on " + s.zone + " and press it on " + onto(j) +
                 ": " + whereText(c_, j) + "." +
                 (rib ? " Glue right up to the fold, and clamp it." : "");
    } else if (how.through) {
        s.title = capital("put the " + held + " through");
        s.text = "Put the " + held + " through its slit in the " + sayPanel(c_, j.landing) +
                 (j.moves ? "."
                          : ", bend it over behind and hold it with " + with(s.adhesive) +
                                ", clear of the score.");
    } else {
        s.title = capital((how.slides && !how.turns ? "lay in the " : "fasten the ") + held);
        s.text = how.slides && !how.turns ? "Lay the " + held + " on " + onto(j) +
                                                ", where it slides: " + whereText(c_, j) +
                                                ". Nothing of it is glued there."
                                          : "Fasten the " + held + " to " + onto(j) + " with " +
                                                with(s.adhesive) + ": " + whereText(c_, j) + ".";
        s.check = how.slides ? how.turns
                                   ? "It must turn freely, and slide from end to end of its slot."
                                   : "It must slide freely."
                             : "It must turn freely.";
    }
    s.why = reachWhy(reach);
    made_[i] = s.id;
    heapUp({i});
    return s;
}

std::string Orderer::reachWhy(Reach r) {
    switch (r) {
    case Reach::Flat:
        return "Both still lie flat, and every place can be pressed.";
    case Reach::Collapsed:
        return "Folded flat, this tab lies outermost and can be pressed.";
    case Reach::Closing:
        return "Placed by closing it needs no measuring: it lies where the card closes.";
    case Reach::Hand:
        return "It is reached by hand from the side, where the opening lets fingers in.";
    case Reach::None:
        break;
    }
    return "";
}

void Orderer::needMat(WorkStep& s, int panel) const {
    if (auto it = matted_.find(partOf(panel)); it != matted_.end())
        for (const std::string& mat : it->second)
            need(s, mat);
    if (auto it = matStep_.find(partOf(panel)); it != matStep_.end())
        need(s, it->second);
}

void Orderer::inner(int unit) {
    const Group& u = groups_.all()[static_cast<size_t>(unit)];
    // What joins two loose parts first, then what closes a ring.
    std::map<int, int> group;
    for (int p : u.parts)
        group[p] = p;
    const auto of = [&](int p) {
        while (group[p] != p)
            p = group[p];
        return p;
    };
    std::vector<int> rings;
    for (int i : u.inner) {
        const int x = of(partOf(join(i).tab)), y = of(partOf(join(i).landing));
        if (x == y) {
            rings.push_back(i);
            continue;
        }
        group[std::max(x, y)] = std::min(x, y);
        chain(single(i, unit, Reach::Flat), unit);
    }
    // A tongue is bent over behind its slit, which is done while the other side is open.
    std::stable_sort(rings.begin(), rings.end(), [&](int x, int y) {
        return traitsOf(join(x).kind).through > traitsOf(join(y).kind).through;
    });
    banded(unit, rings);
}

Orderer::Places Orderer::outer(int unit) {
    const Group& u = groups_.all()[static_cast<size_t>(unit)];
    std::map<Place, std::vector<int>> by;
    std::vector<Place> places;
    std::vector<int> singles;
    for (int i : u.outer) {
        if (!traitsOf(join(i).kind).sticks) {
            singles.push_back(i);
            continue;
        }
        if (by[placeKey(i)].empty())
            places.push_back(placeKey(i));
        by[placeKey(i)].push_back(i);
    }
    // First where most of it goes, at the side that stays on the table.
    std::stable_sort(places.begin(), places.end(), [&](const Place& x, const Place& y) {
        const bool p = x.first == a_.root, q = y.first == a_.root;
        return by[x].size() != by[y].size() ? by[x].size() > by[y].size() : p > q;
    });
    // Sheets that are pushed into one another go into all their slits at once.
    WorkStep* pushed = nullptr;
    for (int i : singles) {
        const Join& j = join(i);
        if (pushed && j.moves && traitsOf(j.kind).through) {
            pushed->joins.push_back(j.id);
            pushed->text = "Push " + unitName(unit) + " and " +
                           unitName(groups_.of(partOf(j.landing))) +
                           " into one another, all slits at once.";
            made_[i] = pushed->id;
            heapUp({i});
            continue;
        }
        WorkStep& s = single(i, unit, pushed ? Reach::Collapsed : Reach::Flat);
        chain(s, unit);
        pushed = &s;
    }
    Places left;
    for (const Place& place : places) {
        if (place != places.front() || !singles.empty()) {
            left.push_back(by[place]);
            continue;
        }
        const bool hangs = heapUp(by[place]);
        WorkStep& s = laid(by[place], unit);
        if (hangs)
            s.reach = Reach::Closing; // through what was put on it before
        chain(s, unit);
        afterWhatItShuts(s, unit);
    }
    return left;
}

void Orderer::afterWhatItShuts(WorkStep& s, int unit) const {
    for (const Shuts& shut : groups_.shuts())
        if (shut.second == unit)
            if (auto it = last_.find(shut.first); it != last_.end())
                need(s, it->second);
}

bool Orderer::goTogether(const std::vector<Waiting>& run, const Waiting& next) const {
    constexpr size_t mostTabs = 6;
    if (run.empty())
        return true;
    size_t tabs = next.left.front().size();
    for (const Waiting& w : run) {
        tabs += w.left.front().size();
        if (w.left.size() != 1 || next.left.size() != 1 ||
            placeKey(w.left.front().front()) != placeKey(next.left.front().front()))
            return false;
        for (const auto& [host, guest] : groups_.hosts())
            if ((host == w.unit && guest == next.unit) || (host == next.unit && guest == w.unit))
                return false;
    }
    return tabs <= mostTabs;
}

void Orderer::close(std::vector<Waiting>& run) {
    if (run.empty())
        return;
    for (size_t round = 0; round < run.front().left.size(); ++round) {
        std::vector<int> units, joins;
        for (const Waiting& w : run) {
            units.push_back(w.unit);
            joins.insert(joins.end(), w.left[round].begin(), w.left[round].end());
        }
        heapUp(joins);
        WorkStep& s = closed(joins, units);
        for (int unit : units) {
            chain(s, unit);
            afterWhatItShuts(s, unit);
        }
        need(s, lastClosing_);
        lastClosing_ = s.id;
    }
    run.clear();
}

bool Orderer::heapUp(const std::vector<int>& joins) {
    bool out = true;
    for (int i : joins) {
        const int a = heap(partOf(join(i).tab)), b = heap(partOf(join(i).landing));
        out = out && a == b;
        heap_[std::max(a, b)] = std::min(a, b);
    }
    return out;
}

int Orderer::heap(int part) const {
    for (auto it = heap_.find(part); it != heap_.end() && it->second != part; it = heap_.find(part))
        part = it->second;
    return part;
}

WorkStep& Orderer::together(const std::string& id, Do what, const std::vector<int>& joins,
                            const std::vector<int>& units, std::string& tabs) {
    const Join& j = join(joins.front());
    WorkStep& s = add(id, what, takes::tab * static_cast<double>(joins.size()));
    std::set<std::string> parts;
    const bool pull = std::any_of(units.begin(), units.end(), [&](int u) { return pulled(u); });
    for (int i : joins) {
        s.joins.push_back(join(i).id);
        parts.insert(partId(partOf(join(i).tab)));
        stick(s, adhesiveFor(c_, join(i), pull));
        tabs += (tabs.empty()        ? "the "
                 : i == joins.back() ? " and the "
                                     : ", the ") +
                sayPanel(c_, join(i).tab);
        for (int panel : {join(i).tab, join(i).landing}) {
            needPart(s, partOf(panel));
            needMat(s, panel);
        }
        made_[i] = s.id;
        s.zone += (s.zone.empty() ? "" : "; ") + zoneText(c_, join(i));
    }
    parts.insert(partId(partOf(j.landing)));
    s.parts.assign(parts.begin(), parts.end());
    return s;
}

WorkStep& Orderer::laid(const std::vector<int>& joins, int unit) {
    const Join& j = join(joins.front());
    std::string tabs;
    WorkStep& s =
        together("glue." + groupId(unit) + "." + placeId(j), Do::Glue, joins, {unit}, tabs);
    const std::string it = unitName(unit);
    s.reach = Reach::Flat;
    s.title = capital("glue " + it + " down");
    std::string places;
    for (int i : joins)
        places +=
            " " + capital("the " + sayPanel(c_, join(i).tab)) + ": " + whereText(c_, join(i)) + ".";
    s.text =
        "Fold " + it + " flat. Put " + with(s.adhesive) + " on " + tabs + " and lay it on " +
        onto(j) + "." + places +
        (s.adhesive == "tape" ? " Keep the backing on until it lies right, then peel it and press."
                              : "");
    s.why = "One foot is placed by measure; the others find their place by closing.";
    return s;
}

WorkStep& Orderer::closed(const std::vector<int>& joins, const std::vector<int>& units) {
    const Join& j = join(joins.front());
    std::string tabs, id, names;
    for (size_t i = 0; i < units.size(); ++i) {
        id += groupId(units[i]) + ".";
        names += (i == 0 ? "" : i + 1 < units.size() ? ", " : " and ") + unitName(units[i]);
    }
    WorkStep& s = together("close." + id + placeId(j), Do::Close, joins, units, tabs);
    s.minutes += takes::closing;
    s.reach = Reach::Closing;
    s.title = capital(j.ontoFace() ? "close the " + sayPanel(c_, j.landing) + " onto " + names
                                   : "fold " + names + " round onto " + onto(j));
    const bool several = joins.size() > 1;
    const std::string glue =
        "Put " + with(s.adhesive) + " there" + (s.adhesive == "tape" ? ", peel the backing" : "");
    s.text =
        (j.ontoFace() ? "Fold everything flat, so that " + tabs + (several ? " face" : " faces") +
                            " up. " + glue + " and close the " + sayPanel(c_, j.landing) +
                            " onto " + (several ? "them" : "it")
                      : "Close the card, and turn " + tabs + " up. " + glue + " and fold " +
                            (several ? "them" : "it") + " round onto " + onto(j)) +
        ". Press from above; do not pull.";
    s.check = j.ontoFace()
                  ? capital(names) + " must rise and lie down again when the card is opened "
                                     "by a hand's width."
                  : "The card must still open by itself as far as before.";
    s.why = reachWhy(Reach::Closing);
    return s;
}

void Orderer::glue() {
    std::vector<Waiting> run;
    for (int unit : groups_.order()) {
        // What stands on a group that still waits is put on it after that.
        if (std::any_of(run.begin(), run.end(), [&](const Waiting& w) {
                return std::any_of(groups_.hosts().begin(), groups_.hosts().end(),
                                   [&](auto& h) { return h.first == w.unit && h.second == unit; });
            }))
            close(run);
        inner(unit);
        Waiting next{unit, outer(unit)};
        if (next.left.empty())
            continue;
        if (!goTogether(run, next))
            close(run);
        run.push_back(std::move(next));
    }
    close(run);
}

} // namespace hl::steps
