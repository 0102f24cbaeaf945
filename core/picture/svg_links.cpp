// A drawing is gone through tag by tag, as it is written, and put together anew from what stays:
// its own text is not interpreted, so nothing that stays is changed by this.
#include "core/picture/svg_links.h"
#include "core/design/bytes.h"
#include "core/design/images.h"
#include "core/measure/plain_text.h"
#include <algorithm>
#include <cctype>
#include <charconv>
#include <map>

namespace hl::picture {
namespace {

bool isSpace(char c) { return c == ' ' || c == '\t' || c == '\n' || c == '\r'; }

bool begins(const std::string& text, size_t at, const char* with) {
    return text.compare(at, std::char_traits<char>::length(with), with) == 0;
}

std::string lowered(std::string s) {
    std::transform(s.begin(), s.end(), s.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return s;
}

std::string trimmed(const std::string& s) {
    size_t from = 0, to = s.size();
    while (from < to && isSpace(s[from]))
        ++from;
    while (to > from && isSpace(s[to - 1]))
        --to;
    return s.substr(from, to - from);
}

// Whether a value holds a PNG or a JPEG itself. A drawing within the drawing could lead out again.
bool holdsPicture(const std::string& value) {
    const size_t comma = value.find(',');
    if (comma == std::string::npos || comma > 200 ||
        lowered(value.substr(0, comma)).find(";base64") == std::string::npos)
        return false;
    std::string text;
    for (size_t i = comma + 1; i < value.size(); ++i)
        if (!isSpace(value[i]))
            text += value[i];
    const auto bytes = fromBase64(text);
    if (!bytes)
        return false;
    const auto info = imageInfo(Bytes(*bytes));
    return info && info->kind != ImageInfo::Svg;
}

// A style or a value in which something is named that lies outside: url(#here) is within.
bool leadsOut(const std::string& style) {
    const std::string text = lowered(style);
    if (text.find("@import") != std::string::npos || text.find('\\') != std::string::npos)
        return true; // what is written with escapes could be either
    for (size_t at = 0; (at = text.find("url(", at)) != std::string::npos;) {
        at += 4;
        while (at < text.size() && (isSpace(text[at]) || text[at] == '"' || text[at] == '\''))
            ++at;
        if (at >= text.size() || text[at] != '#')
            return true;
    }
    return false;
}

class Reader {
  public:
    Reader(const std::string& svg, const FollowLink* follow) : svg_(svg), follow_(follow) {}

    Unlinked read() {
        while (at_ < svg_.size()) {
            if (svg_[at_] != '<') {
                text();
            } else if (begins(svg_, at_, "<!--")) {
                copyThrough("-->");
            } else if (begins(svg_, at_, "<![CDATA[")) {
                cdata();
            } else if (begins(svg_, at_, "<?")) {
                instruction();
            } else if (begins(svg_, at_, "<!")) {
                declaration();
            } else if (!tag()) {
                return {};
            }
        }
        if (styles_ > 0)
            endStyle();
        if (drawnFrom("") > mostDrawn) {
            out_.drawing.clear();
            out_.endless = true;
        }
        return std::move(out_);
    }

  private:
    static constexpr double mostDrawn = 20000; // elements that are drawn by others' wish
    // Instead of what stands for something that nobody declared: it could be anything.
    static constexpr const char* unknown = "url(?)";

    // How many elements show others within the one with this id, all of them followed.
    double drawnFrom(const std::string& id) {
        const auto known = drawn_.find(id);
        if (known != drawn_.end())
            return known->second;
        drawn_[id] = mostDrawn + 1; // one that shows itself never ends
        double n = 0;
        for (const std::string& shown : shows_[id])
            if ((n += 1 + drawnFrom(shown)) > mostDrawn)
                break;
        return drawn_[id] = n;
    }

    void copyThrough(const char* end) {
        size_t to = svg_.find(end, at_);
        to = to == std::string::npos ? svg_.size() : to + std::char_traits<char>::length(end);
        out_.drawing.append(svg_, at_, to - at_);
        at_ = to;
    }
    // What leads out of the drawing is left away, or only named where links are followed.
    void leave(const std::string& what, const std::string& written) {
        out_.left.push_back(what);
        if (follow_)
            out_.drawing += written;
    }
    void text() {
        const size_t to = std::min(svg_.find('<', at_), svg_.size());
        const std::string said = svg_.substr(at_, to - at_);
        out_.drawing += said;
        if (styles_ > 0)
            style_ += readAs(said).value_or(unknown);
        at_ = to;
    }
    void cdata() {
        const size_t from = at_, end = svg_.find("]]>", at_);
        at_ = end == std::string::npos ? svg_.size() : end + 3;
        out_.drawing.append(svg_, from, at_ - from);
        if (styles_ > 0)
            style_ += svg_.substr(from + 9, std::min(end, svg_.size()) - from - 9);
    }
    // A style is looked at whole, as whoever reads it puts its pieces together. What leads out is
    // left away with all of it.
    void enterStyle() {
        if (styles_++ == 0) {
            style_.clear();
            styleAt_ = out_.drawing.size();
        }
    }
    void endStyle() {
        styles_ = 0;
        if (!leadsOut(style_))
            return;
        out_.left.push_back("a style");
        if (!follow_)
            out_.drawing.erase(styleAt_);
    }

    // A value or text as whoever reads it sees it: what stands for something else in its place.
    // Nothing where something stands for what nobody declared.
    std::optional<std::string> readAs(const std::string& written) const {
        std::string out;
        for (size_t i = 0; i < written.size(); ++i) {
            if (written[i] != '&') {
                out += written[i];
                continue;
            }
            const size_t end = written.find(';', i);
            if (end == std::string::npos)
                return std::nullopt;
            const std::string name = written.substr(i + 1, end - i - 1);
            const auto declared = declared_.find(name);
            if (name.size() > 1 && name[0] == '#') {
                const bool hex = name[1] == 'x';
                unsigned code = 0;
                const char *first = name.data() + (hex ? 2 : 1), *last = name.data() + name.size();
                const auto read = std::from_chars(first, last, code, hex ? 16 : 10);
                if (read.ec != std::errc() || read.ptr != last)
                    return std::nullopt;
                out += code < 128 ? static_cast<char>(code) : '?';
            } else if (declared != declared_.end()) {
                out += declared->second;
            } else {
                return std::nullopt;
            }
            i = end;
        }
        return out;
    }
    // What a declaration says that names stand for; false where that lies outside.
    bool declare(const std::string& written) {
        std::map<std::string, std::string> declared;
        for (size_t at = 0; (at = written.find("<!ENTITY", at)) != std::string::npos;) {
            at += 8;
            const auto skip = [&] {
                while (at < written.size() && isSpace(written[at]))
                    ++at;
            };
            skip();
            std::string name;
            while (at < written.size() && !isSpace(written[at]))
                name += written[at++];
            skip();
            const size_t close =
                at < written.size() ? written.find(written[at], at + 1) : std::string::npos;
            if (close == std::string::npos || (written[at] != '"' && written[at] != '\''))
                return false;
            declared[name] = written.substr(at + 1, close - at - 1);
            at = close;
        }
        declared_.merge(declared);
        return true;
    }
    // Only what says that this is XML.
    void instruction() {
        size_t to = svg_.find("?>", at_);
        to = to == std::string::npos ? svg_.size() : to + 2;
        if (begins(svg_, at_, "<?xml ") || begins(svg_, at_, "<?xml\t") ||
            begins(svg_, at_, "<?xml\n") || begins(svg_, at_, "<?xml\r"))
            out_.drawing.append(svg_, at_, to - at_);
        else if (lowered(svg_.substr(at_, 20)).find("stylesheet") != std::string::npos)
            leave("a sheet of styles", svg_.substr(at_, to - at_));
        at_ = to;
    }
    // What stands for something else may stay as long as it is no markup.
    void declaration() {
        const size_t from = at_;
        char quote = 0;
        int depth = 0;
        bool markup = false;
        for (; at_ < svg_.size(); ++at_) {
            const char c = svg_[at_];
            if (quote) {
                markup |= c == '<' || c == '&' || c == '%';
                quote = c == quote ? 0 : quote;
            } else if (c == '"' || c == '\'') {
                quote = c;
            } else if (c == '[') {
                ++depth;
            } else if (c == ']') {
                --depth;
            } else if (c == '>' && depth <= 0) {
                ++at_;
                break;
            }
        }
        const std::string written = svg_.substr(from, at_ - from);
        if (!markup && declare(written))
            out_.drawing += written;
        else
            leave("a declaration", written);
    }
    // One tag, its attributes looked at one by one; false where it does not end.
    bool tag() {
        const size_t end = endOfTag(svg_, at_);
        if (end == std::string::npos)
            return false;
        size_t i = at_ + 1;
        const bool closes = i < end && svg_[i] == '/';
        while (i < end && !isSpace(svg_[i]) && (svg_[i] != '/' || i == at_ + 1))
            ++i;
        std::string name = svg_.substr(at_ + (closes ? 2 : 1), i - at_ - (closes ? 2 : 1));
        name = name.substr(name.rfind(':') + 1); // npos + 1: all of it
        const bool style = lowered(name) == "style";
        if (style && closes && styles_ > 0 && --styles_ == 0)
            endStyle();
        out_.drawing.append(svg_, at_, i - at_);
        id_.clear();
        shown_.clear();
        while (i < end) {
            const size_t from = i; // with the space before it
            while (i < end && isSpace(svg_[i]))
                ++i;
            const size_t named = i;
            while (i < end && svg_[i] != '=' && !isSpace(svg_[i]) && svg_[i] != '/')
                if (svg_[i] == '"' || svg_[i] == '\'' || svg_[i] == '<')
                    return false;
                else
                    ++i;
            std::string key = svg_.substr(named, i - named);
            size_t j = i;
            while (j < end && isSpace(svg_[j]))
                ++j;
            if (j >= end || svg_[j] != '=') { // no value: the slash of a tag that ends itself
                i = std::max(i, named + 1);
                out_.drawing.append(svg_, from, std::min(i, end) - from);
                continue;
            }
            ++j;
            while (j < end && isSpace(svg_[j]))
                ++j;
            // Without a space before it, what is left away could join its neighbours to a link.
            if (j >= end || (svg_[j] != '"' && svg_[j] != '\'') || named == from)
                return false;
            const char quote = svg_[j];
            const size_t close = svg_.find(quote, j + 1);
            if (close == std::string::npos || close > end)
                return false;
            const std::string value = svg_.substr(j + 1, close - j - 1);
            i = close + 1;
            key = lowered(key.substr(key.rfind(':') + 1));
            attribute(name, key, value, svg_.substr(from, i - from), quote,
                      svg_.substr(from, j - from));
        }
        out_.drawing += '>';
        at_ = end + 1;
        nest(closes, svg_[end - 1] == '/');
        if (style && !closes && svg_[end - 1] != '/')
            enterStyle();
        return true;
    }
    // Keeps which elements with ids the present place lies in, and what is shown there.
    void nest(bool closes, bool alone) {
        if (closes) {
            if (!open_.empty())
                open_.pop_back();
            return;
        }
        open_.push_back(id_);
        if (!shown_.empty()) {
            shows_[""].push_back(shown_);
            for (const std::string& around : open_)
                if (!around.empty())
                    shows_[around].push_back(shown_);
        }
        if (alone)
            open_.pop_back();
    }
    void attribute(const std::string& element, const std::string& key, const std::string& value,
                   const std::string& written, char quote, const std::string& before) {
        const std::string said = readAs(value).value_or(unknown), link = trimmed(said);
        if (key == "id")
            id_ = link;
        else if (key == "href" && lowered(element) == "use" && link.size() > 1 && link[0] == '#')
            shown_ = link.substr(1);
        if (key == "href" || key == "src") {
            if (lowered(element) == "a") // leads somewhere only for who presses it
                return;
            if (link.empty() || link[0] == '#' ||
                (begins(lowered(link.substr(0, 5)), 0, "data:") && holdsPicture(link))) {
                out_.drawing += written;
                return;
            }
            const auto bytes = follow_ && *follow_ ? (*follow_)(link) : std::nullopt;
            const auto info = bytes ? imageInfo(Bytes(*bytes)) : Result<ImageInfo>(Problem{});
            if (info && info->kind != ImageInfo::Svg) {
                out_.drawing += before + quote + "data:image/" +
                                (info->kind == ImageInfo::Png ? "png" : "jpeg") + ";base64," +
                                base64Text(*bytes) + quote;
                return;
            }
            leave(shortened(trimmed(value), 200), written);
        } else if (key.rfind("xmlns", 0) != 0 && leadsOut(said)) {
            leave("a style", written);
        } else {
            out_.drawing += written;
        }
    }

    const std::string& svg_;
    const FollowLink* follow_; // null: nothing is
    Unlinked out_;
    size_t at_ = 0;
    std::map<std::string, std::string> declared_{
        {"lt", "<"}, {"gt", ">"}, {"amp", "&"}, {"quot", "\""}, {"apos", "'"}};
    int styles_ = 0;                // that the present place lies in
    std::string style_;             // what they say so far
    size_t styleAt_ = 0;            // where that begins in what is put together
    std::string id_, shown_;        // of the element that is read
    std::vector<std::string> open_; // ids of those it lies in
    std::map<std::string, std::vector<std::string>> shows_; // ids by those who show them
    std::map<std::string, double> drawn_;
};

} // namespace

size_t endOfTag(const std::string& svg, size_t at) {
    char quote = 0;
    for (; at < svg.size(); ++at)
        if (quote)
            quote = svg[at] == quote ? 0 : quote;
        else if (svg[at] == '"' || svg[at] == '\'')
            quote = svg[at];
        else if (svg[at] == '>')
            return at;
    return std::string::npos;
}

Unlinked withoutLinks(const std::string& svg) { return Reader(svg, nullptr).read(); }

Unlinked linksFollowed(const std::string& svg, const FollowLink& follow) {
    return Reader(svg, &follow).read();
}

} // namespace hl::picture
