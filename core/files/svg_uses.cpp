#include "core/files/svg_uses.h"
#include "core/files/svg_pens.h"
#include "core/measure/number.h"
#include <algorithm>
#include <cmath>
#include <vector>

namespace hl::files {
namespace {

using Node = rapidxml_ns::xml_node<>;
using Document = rapidxml_ns::xml_document<>;

constexpr int mostNodes = 20000;   // that uses bring in
constexpr size_t mostWithin = 300; // one within another

std::string nameOf(Node* node) { return {node->local_name(), node->local_name_size()}; }

void byIds(Node* node, std::map<std::string, Node*>& out) {
    for (; node; node = node->next_sibling()) {
        if (const std::string id = svgValue(node, "id"); !id.empty())
            out.emplace(id, node);
        byIds(node->first_node(), out);
    }
}

int deepOf(Node* node) {
    int deep = 0;
    for (Node* child = node->first_node(); child; child = child->next_sibling())
        deep = std::max(deep, deepOf(child));
    return deep + 1;
}

struct Uses {
    Document& document;
    std::map<std::string, int>& left;
    Node* space; // whose names are SVG's
    std::map<std::string, Node*> ids;
    int nodes = 0;

    // The parser takes things for SVG's by the space that their names are in.
    Node* made(const char* name) {
        char* own = document.allocate_string(name);
        Node* node = document.allocate_node(rapidxml_ns::node_element);
        node->qname(own, std::char_traits<char>::length(own), own);
        node->namespace_uri(space->namespace_uri(), space->namespace_uri_size());
        return node;
    }
    void say(Node* node, const std::string& name, const std::string& value) {
        char* own = document.allocate_string(name.c_str(), name.size() + 1);
        auto* said = document.allocate_attribute();
        said->qname(own, name.size(), own);
        said->value(document.allocate_string(value.c_str(), value.size() + 1), value.size());
        node->append_attribute(said);
    }
    Node* copy(Node* from) {
        if (++nodes > mostNodes)
            throw TooMuch("it uses its parts more than " + numberText(mostNodes) + " times");
        const std::string name = nameOf(from);
        Node* out = made(name == "symbol" || name == "svg" ? "g" : name.c_str());
        // Its id is what it is used by, no layer's name.
        for (auto* a = from->first_attribute(); a; a = a->next_attribute())
            if (const std::string said(a->local_name(), a->local_name_size()); said != "id")
                say(out, said, {a->value(), a->value_size()});
        for (Node* child = from->first_node(); child; child = child->next_sibling())
            if (child->type() == rapidxml_ns::node_element)
                out->append_node(copy(child));
        return out;
    }
    // A group in the place of a use: moved by its x and y, within what it is moved by itself.
    Node* inPlaceOf(Node* use) {
        std::string to = svgValue(use, "href");
        const auto named = to.size() > 1 && to[0] == '#' ? ids.find(to.substr(1)) : ids.end();
        Node* group = made("g");
        std::string way = svgValue(use, "transform");
        const std::string x = svgValue(use, "x"), y = svgValue(use, "y");
        if (!x.empty() || !y.empty())
            way += " translate(" + (x.empty() ? "0" : x) + " " + (y.empty() ? "0" : y) + ")";
        if (!way.empty())
            say(group, "transform", way);
        for (const char* kept : {"stroke", "style", "class", "stroke-dasharray"})
            if (const std::string v = svgValue(use, kept); !v.empty())
                say(group, kept, v);
        if (named == ids.end()) {
            ++left["things used that are not there"];
            return group;
        }
        group->append_node(copy(named->second));
        return group;
    }
    // `within` are the ids of all that the node lies in, itself and by what it is used by.
    void show(Node* node, std::vector<std::string>& within) {
        for (Node* child = node->first_node(); child;) {
            Node* next = child->next_sibling();
            const std::string name = nameOf(child), seen = svgProperty(child, "display"),
                              visible = svgProperty(child, "visibility");
            if (seen == "none" || visible == "hidden" || visible == "collapse") {
                if (name != "defs")
                    ++left["what is hidden"];
                node->remove_node(child);
            } else if (name == "use") {
                const std::string to = svgValue(child, "href");
                const std::string id = to.empty() ? to : to.substr(1);
                if (within.size() > mostWithin ||
                    (!id.empty() && std::find(within.begin(), within.end(), id) != within.end()))
                    throw TooMuch("its parts use one another without end");
                Node* group = inPlaceOf(child);
                node->insert_node(child, group);
                node->remove_node(child);
                within.push_back(id);
                show(group, within);
                within.pop_back();
            } else if (name == "text" || name == "image") {
                ++left[name == "text" ? "text" : "pictures"];
                node->remove_node(child);
            } else if (name != "defs" && name != "symbol" && name != "clipPath" && name != "mask" &&
                       name != "pattern" && name != "marker") {
                within.push_back(svgValue(child, "id"));
                show(child, within);
                within.pop_back();
            }
            child = next;
        }
    }
};

// Of "210mm", "8.5 in", "378px": mm. A plain number as it is, without a `unit`; 0 for a share of
// the page, or nothing.
double sizeOf(const std::string& said, bool& unit) {
    std::string_view rest(said);
    const auto v = takeNumber(rest);
    unit = false;
    if (!v || !(*v > 0) || !std::isfinite(*v))
        return 0;
    while (!rest.empty() && rest.front() == ' ')
        rest.remove_prefix(1);
    while (!rest.empty() && rest.back() == ' ')
        rest.remove_suffix(1);
    const std::map<std::string_view, double> units{
        {"mm", 1},        {"cm", 10},        {"in", 25.4}, {"pt", 25.4 / 72},
        {"pc", 25.4 / 6}, {"px", 25.4 / 96}, {"q", 0.25},  {"Q", 0.25}};
    const auto it = units.find(rest);
    unit = it != units.end();
    return unit ? *v * it->second : rest.empty() ? *v : 0;
}

} // namespace

std::string svgValue(Node* node, const char* name) {
    for (auto* a = node->first_attribute(); a; a = a->next_attribute())
        if (std::string_view(a->local_name(), a->local_name_size()) == name)
            return {a->value(), a->value_size()};
    return {};
}

std::string svgProperty(Node* node, const std::string& name) {
    const std::string style = svgValue(node, "style");
    for (size_t at = 0; at < style.size();) {
        const size_t end = std::min(style.find(';', at), style.size()), colon = style.find(':', at);
        if (colon < end) {
            std::string key = style.substr(at, colon - at), value;
            key.erase(std::remove(key.begin(), key.end(), ' '), key.end());
            for (size_t i = colon + 1; i < end; ++i)
                if (style[i] != ' ')
                    value += style[i];
            if (key == name)
                return value;
        }
        at = end + 1;
    }
    return svgValue(node, name.c_str());
}

void showUses(Document& document, Node* root, std::map<std::string, int>& left) {
    Uses uses{document, left, root, {}};
    byIds(root, uses.ids);
    std::vector<std::string> within{svgValue(root, "id")};
    uses.show(root, within);
    if (deepOf(root) > deepestInSvg)
        throw TooMuch("its groups lie more than " + numberText(deepestInSvg) +
                      " deep in one another");
}

double svgUnit(Node* root, bool& said) {
    const double width = sizeOf(svgValue(root, "width"), said);
    const std::string box = svgValue(root, "viewBox");
    std::string_view numbers(box);
    const auto x = takeNumber(numbers), y = takeNumber(numbers), w = takeNumber(numbers);
    if (width > 0 && x && y && w && *w > 0)
        return width / *w;
    said = said && width > 0;
    return said ? 25.4 / 96 : 1;
}

} // namespace hl::files
