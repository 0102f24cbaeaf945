#include "core/edit/papers.h"
#include "core/design/images.h"
#include "core/design/limits.h"
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

namespace {

// The id of a picture, which is put in unless it is there already.
std::string imageIn(Design& d, const std::string& name, const Bytes& data) {
    for (const ImageSpec& i : d.images)
        if (i.data == data)
            return i.id;
    for (int n = 1;; ++n) {
        const std::string id = "image-" + numberText(n);
        if (d.image(id))
            continue;
        d.images.push_back({id, name, data});
        return id;
    }
}

} // namespace

Result<Design> printWith(const Design& design, const std::string& paper, const std::string& file,
                         const std::string& bytes) {
    if (!design.stock(paper))
        return Problem{"papers", "there is no paper “" + paper + "”", "choose one that is there"};
    Design d = design;
    Stock& s =
        *std::find_if(d.stocks.begin(), d.stocks.end(), [&](auto& one) { return one.id == paper; });
    s.image.clear();
    if (!file.empty()) {
        if (bytes.size() > limits::image)
            return Problem{file,
                           "the picture is larger than " + numberText(limits::image >> 20) + " MB",
                           "take one with fewer pixels"};
        const Bytes data(bytes);
        if (auto info = imageInfo(data); !info)
            return info.problem().in(file);
        s.image = imageIn(d, file.substr(file.rfind('/') + 1), data);
        s.pattern.clear();
    }
    d.images.erase(std::remove_if(d.images.begin(), d.images.end(),
                                  [&](auto& i) {
                                      return std::none_of(
                                          d.stocks.begin(), d.stocks.end(),
                                          [&](auto& other) { return other.image == i.id; });
                                  }),
                   d.images.end());
    return d;
}

std::string clearFilm(Design& d) {
    for (const Stock& s : d.stocks)
        if (s.clear)
            return s.id;
    Stock film;
    film.id = d.stock("film") ? freePaper(d, "film") : "film";
    film.name = "Clear film";
    film.weight = 140;
    film.caliper = Measure::fromMm(0.1);
    film.face = film.back = "#dfe8e6";
    film.clear = true;
    d.stocks.push_back(film);
    return film.id;
}

std::string takePaper(Design& d, const Stock& given, const Design* from) {
    Stock paper = given;
    if (const ImageSpec* image = from ? from->image(paper.image) : nullptr)
        paper.image = imageIn(d, image->name, image->data);
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
