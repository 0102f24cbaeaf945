#include "core/files/drawer_csv.h"
#include "core/files/json_object.h"
#include "core/files/workshop.h"

namespace hl::files {
namespace {

const std::vector<std::string> columns{"paper",       "weight", "caliper", "grain",
                                       "pattern",     "width",  "height",  "real_width",
                                       "real_height", "count",  "price",   "offcut"};

struct Row {
    size_t line;
    std::vector<std::string> fields;
};

// The rows of a table; separated by commas, semicolons or tabs, whichever its first line has most.
std::vector<Row> rowsOf(const std::string& text) {
    const std::string head = text.substr(0, text.find('\n'));
    char between = ',';
    for (char c : {';', '\t'})
        if (std::count(head.begin(), head.end(), c) > std::count(head.begin(), head.end(), between))
            between = c;
    std::vector<Row> rows;
    size_t line = 1;
    Row row{1, {""}};
    bool inQuotes = false;
    const auto finish = [&] {
        if (row.fields.size() > 1 || !row.fields[0].empty())
            rows.push_back(row);
    };
    for (size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        line += c == '\n';
        if (inQuotes) {
            if (c == '"' && i + 1 < text.size() && text[i + 1] == '"')
                row.fields.back() += text[++i];
            else if (c == '"')
                inQuotes = false;
            else
                row.fields.back() += c;
        } else if (c == '"') {
            inQuotes = true;
        } else if (c == between) {
            row.fields.emplace_back();
        } else if (c == '\n') {
            finish();
            row = {line, {""}};
        } else if (c != '\r') {
            row.fields.back() += c;
        }
    }
    finish();
    return rows;
}

// A field of the table as the file of the workshop would have it.
Json jsonOf(const std::string& column, const std::string& field) {
    if (column == "offcut")
        return field == "yes" || field == "true" || field == "1";
    std::string_view rest = field;
    const auto number = takeNumber(rest);
    if (number && rest.empty()) {
        if (column == "count" && *number == std::floor(*number) && std::fabs(*number) < 1e9)
            return static_cast<int>(*number);
        return *number;
    }
    return field; // where a number is needed the reader of the workshop's file refuses it
}

} // namespace

std::string csvField(const std::string& s) {
    if (s.find_first_of(",\"\n\r") == std::string::npos)
        return s;
    std::string out = "\"";
    for (char c : s)
        out += c == '"' ? "\"\"" : std::string(1, c);
    return out + "\"";
}

std::string csvRow(const std::vector<std::string>& fields) {
    std::string out;
    for (size_t i = 0; i < fields.size(); ++i)
        out += (i ? "," : "") + csvField(fields[i]);
    return out + "\r\n";
}

std::string drawerToCsv(const Drawer& drawer) {
    static const std::vector<std::string> runs{"", "upright", "sideways"};
    std::string out;
    for (const std::string& c : columns)
        out += (out.empty() ? "" : ",") + c;
    out += "\r\n";
    const auto amount = [](double v) { return v > 0 ? numberText(v, 6) : ""; };
    for (const DrawerPaper& p : drawer.papers)
        for (const PaperSheet& s : p.sheets)
            out += csvField(p.name) + "," + amount(p.weight) + "," + amount(p.caliper) + "," +
                   runs[static_cast<size_t>(p.grain)] + "," + runs[static_cast<size_t>(p.pattern)] +
                   "," + amount(s.width) + "," + amount(s.height) + "," + amount(s.realWidth) +
                   "," + amount(s.realHeight) + "," + numberText(s.count) + "," + amount(s.price) +
                   "," + (s.offcut ? "yes" : "") + "\r\n";
    return out;
}

Result<std::vector<DrawerPaper>> papersFromCsv(const std::string& text) {
    const std::vector<Row> rows = rowsOf(text);
    if (rows.empty())
        return Problem{"line 1", "the table is empty", "its first line names the columns"};
    if (rows.size() > limits::entries + 1)
        return Problem{"line " + numberText(rows[limits::entries + 1].line),
                       "the table has more than " + numberText(limits::entries) + " lines",
                       "give equal sheets as one line with their number"};
    const std::vector<std::string>& head = rows[0].fields;
    std::string known;
    for (const std::string& c : columns)
        known += (known.empty() ? "" : ", ") + c;
    for (const std::string& c : head)
        if (std::find(columns.begin(), columns.end(), c) == columns.end())
            return Problem{"line 1", "there is no column “" + c + "”", "columns: " + known};
    std::vector<DrawerPaper> out;
    for (size_t i = 1; i < rows.size(); ++i) {
        const std::string place = "line " + numberText(rows[i].line);
        if (rows[i].fields.size() > head.size())
            return Problem{place, "there are more fields than columns",
                           "put texts with commas into quotes"};
        Json paper = Json::object(), sheet = Json::object();
        for (size_t k = 0; k < rows[i].fields.size(); ++k) {
            if (rows[i].fields[k].empty())
                continue;
            const bool ofPaper = head[k] == "paper" || head[k] == "weight" ||
                                 head[k] == "caliper" || head[k] == "grain" || head[k] == "pattern";
            const std::string key = head[k] == "paper" ? "name" : head[k];
            (ofPaper ? paper : sheet)[key] =
                key == "name" ? Json(rows[i].fields[k]) : jsonOf(head[k], rows[i].fields[k]);
        }
        paper["sheets"] = Json::array({sheet});
        auto read = workshopFromText(Json{{"papers", Json::array({paper})}}.dump(
            -1, ' ', false, Json::error_handler_t::replace));
        if (!read) {
            Problem p = read.problem();
            p.place = place + p.place.substr(std::string("papers, entry 1").size());
            return p;
        }
        DrawerPaper& one = read->drawer.papers.front();
        auto it = std::find_if(out.begin(), out.end(), [&](auto& p) { return p.name == one.name; });
        if (it == out.end())
            out.push_back(one);
        else
            it->sheets.push_back(one.sheets.front());
    }
    return out;
}

} // namespace hl::files
