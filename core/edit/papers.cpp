#include "core/edit/papers.h"
#include "core/measure/number.h"
#include <algorithm>

namespace hl {
namespace {

std::string freePaper(const Design& d, const std::string& like) {
    const std::string base = like.empty() ? "paper" : like;
    for (int n = 2;; ++n) {
        const std::string id = base + "-" + numberText(n);
        if (!d.stock(id))
            return id;
    }
}

} // namespace

std::pair<Design, std::string> addPaper(const Design& design, const std::string& like) {
    Design d = design;
    const Stock* from = d.stock(like);
    Stock fresh = from ? *from : Stock{};
    fresh.id = freePaper(d, "paper");
    fresh.name = "Paper " + fresh.id.substr(fresh.id.find('-') + 1);
    d.stocks.push_back(fresh);
    return {d, fresh.id};
}

Result<Design> removePaper(const Design& design, const std::string& id) {
    if (!design.stock(id))
        return Problem{"papers", "there is no paper “" + id + "”", "choose one that is there"};
    if (design.stocks.size() < 2)
        return Problem{"papers", "it is the only one, and a card needs paper",
                       "add another one first, or change this one"};
    Design d = design;
    d.stocks.erase(std::remove_if(d.stocks.begin(), d.stocks.end(),
                                  [&](const Stock& s) { return s.id == id; }),
                   d.stocks.end());
    if (d.card.stock == id)
        d.card.stock = d.stocks.front().id;
    for (StructureSpec& s : d.structures)
        if (s.stock == id)
            s.stock.clear();
    for (FreePart& p : d.parts)
        if (p.stock == id)
            p.stock.clear();
    return d;
}

std::string takePaper(Design& d, const Stock& paper) {
    const Stock* mine = d.stock(paper.id);
    if (mine && *mine == paper)
        return paper.id;
    for (const Stock& s : d.stocks) { // the same paper under another id
        Stock other = s;
        other.id = paper.id;
        if (other == paper)
            return s.id;
    }
    Stock fresh = paper;
    if (mine)
        fresh.id = freePaper(d, paper.id);
    d.stocks.push_back(fresh);
    return fresh.id;
}

} // namespace hl
