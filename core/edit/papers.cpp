#include "core/edit/papers.h"
#include "core/design/images.h"
#include "core/design/limits.h"
#include "core/files/atomic_save.h"
#include "core/measure/number.h"
#include "core/picture/decoded.h"
#include "core/picture/svg_links.h"
#include <algorithm>
#include <filesystem>

namespace hl::edit {
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

// A link as the path of a file: “file:” and the escapes of addresses are taken off.
std::string plainLink(const std::string& link) {
    const std::string file = "file://";
    const std::string text = link.rfind(file, 0) == 0 ? link.substr(file.size()) : link;
    std::string out;
    for (size_t i = 0; i < text.size(); ++i) {
        const auto digit = [&](size_t at) {
            const char c = at < text.size() ? text[at] : 'x';
            return c >= '0' && c <= '9'   ? c - '0'
                   : c >= 'a' && c <= 'f' ? c - 'a' + 10
                   : c >= 'A' && c <= 'F' ? c - 'A' + 10
                                          : -1;
        };
        if (text[i] == '%' && digit(i + 1) >= 0 && digit(i + 2) >= 0) {
            out += static_cast<char>(16 * digit(i + 1) + digit(i + 2));
            i += 2;
        } else {
            out += text[i];
        }
    }
    return out;
}

// A picture as it travels with the design: whole, and a drawing with the pictures that lie beside
// it or below its folder, which is all that a maker can be held to have chosen with it. What else
// it names stays named, is never opened, and is told by the proof.
Result<std::string> takenIn(const std::string& file, const std::string& bytes) {
    if (Trouble t = damageOf(bytes))
        return *t;
    if (imageInfo(Bytes(bytes))->kind != ImageInfo::Svg)
        return bytes;
    namespace fs = std::filesystem;
    std::error_code none;
    const fs::path folder = fs::weakly_canonical(fs::absolute(file, none).parent_path(), none);
    size_t room = limits::image;
    Unlinked linked = linksFollowed(bytes, [&](const std::string& link) {
        std::optional<std::string> found;
        const fs::path path = fs::weakly_canonical(folder / fs::path(plainLink(link)), none);
        const auto inside = path.lexically_relative(folder);
        if (none || inside.empty() || *inside.begin() == "..")
            return found;
        auto read = readFile(path.string()); // no pipe, no device
        if (!read || read->size() / 3 * 4 > room || damageOf(*read))
            return found;
        room -= read->size() / 3 * 4;
        found = std::move(*read);
        return found;
    });
    if (linked.endless)
        return Problem{"", "its parts show one another without end",
                       "save it with its symbols made into plain shapes"};
    if (linked.drawing.empty())
        return Problem{"", "the drawing is damaged: a tag does not end",
                       "save it again from the program that made it"};
    if (linked.drawing.size() > limits::image)
        return Problem{"",
                       "with its pictures the drawing is larger than " +
                           numberText(limits::image >> 20) + " MB",
                       "make them smaller"};
    return std::move(linked.drawing);
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
        auto taken = takenIn(file, bytes);
        if (!taken)
            return taken.problem().in(file);
        s.image = imageIn(d, file.substr(file.rfind('/') + 1), Bytes(std::move(*taken)));
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

} // namespace hl::edit
