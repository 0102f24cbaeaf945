#include "core/structures/in_names.h"
#include "core/design/design.h"
#include "core/structures/family.h"
#include "core/structures/naming.h"
#include <cctype>

namespace hl::structures {
namespace {

bool ofAnId(char c) { return std::isalnum(static_cast<unsigned char>(c)) || c == '-' || c == '_'; }

} // namespace

std::string inNames(const Design& design, const std::string& text) {
    std::string out;
    for (size_t i = 0; i < text.size();) {
        const bool begins = i == 0 || !ofAnId(text[i - 1]);
        size_t word = 0;
        for (const char* kind : {"structure ", "part "})
            if (begins && text.compare(i, std::string(kind).size(), kind) == 0)
                word = std::string(kind).size();
        size_t end = i + word;
        while (word && end < text.size() && ofAnId(text[end]))
            ++end;
        const std::string id = text.substr(i + word, end - i - word);
        std::string name;
        if (word && text[i] == 's') {
            if (const StructureSpec* s = design.structure(id)) {
                name = callName(design, *s);
            } else {
                size_t kind = id.size();
                while (kind > 0 && std::isdigit(static_cast<unsigned char>(id[kind - 1])))
                    --kind;
                if (const Family* f = kind < id.size() ? family(id.substr(0, kind)) : nullptr)
                    name = "the new " + f->name;
            }
        } else if (const FreePart* p = word ? design.part(id) : nullptr) {
            name = callName(*p);
        }
        if (name.empty()) {
            out += text[i++];
            continue;
        }
        out += name;
        i = end;
    }
    return out;
}

} // namespace hl::structures
