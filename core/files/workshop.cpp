#include "core/files/workshop.h"
#include "core/files/json_object.h"
#include "core/measure/number.h"

namespace hl {
namespace {

double amount(Object& o, const char* key, double fallback, double most, const char* unit) {
    const Json* j = o.find(key);
    if (!j)
        return fallback;
    if (!j->is_number() || !(j->get<double>() >= 0 && j->get<double>() <= most))
        bad(o.at(key), "this is no amount that makes sense here",
            "give a number of " + std::string(unit) + " between 0 and " +
                numberText(static_cast<int>(most)));
    return j->get<double>();
}

} // namespace

std::string workshopToText(const Workshop& w) {
    Json j = {{"score_error", w.scoreError},
              {"cut_error", w.cutError},
              {"laying_error", w.layingError},
              {"adhesive", w.adhesive}};
    if (!w.ruler.empty())
        j["ruler"] = w.ruler;
    j["note"] = "The mail classes are neutral samples: ask the local post and put in its values.";
    j["mail"] = Json::array();
    for (const MailClass& m : w.mail)
        j["mail"].push_back({{"id", m.id},
                             {"name", m.name},
                             {"length_mm", m.length},
                             {"width_mm", m.width},
                             {"thickness_mm", m.thickness},
                             {"mass_g", m.mass}});
    return j.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

Result<Workshop> workshopFromText(const std::string& text) {
    try {
        const Json json = parsedJson(text);
        Object o(json, "");
        Workshop w;
        w.scoreError = amount(o, "score_error", w.scoreError, 5, "mm");
        w.cutError = amount(o, "cut_error", w.cutError, 5, "mm");
        w.layingError = amount(o, "laying_error", w.layingError, 5, "mm");
        w.adhesive = amount(o, "adhesive", w.adhesive, 5, "mm");
        o.text("note", "");
        std::vector<std::string> known{""};
        for (const Ruler& r : rulers())
            known.push_back(r.id);
        w.ruler = known[o.word("ruler", known, 0)];
        if (o.find("mail")) {
            w.mail.clear();
            int n = 0;
            for (auto& one : list(o, "mail")) {
                Object c(one, "mail, entry " + numberText(++n));
                MailClass m;
                m.id = c.text("id");
                m.name = c.text("name", m.id.c_str());
                m.length = amount(c, "length_mm", 0, 5000, "mm");
                m.width = amount(c, "width_mm", 0, 5000, "mm");
                m.thickness = amount(c, "thickness_mm", 0, 5000, "mm");
                m.mass = amount(c, "mass_g", 0, 100000, "g");
                c.finish();
                if (m.id.empty() || w.mailClass(m.id))
                    bad(c.at("id"), "“" + m.id + "” is empty or used twice",
                        "give every class an id of its own");
                w.mail.push_back(m);
            }
        }
        o.finish();
        return w;
    } catch (const Bad& b) {
        return b.problem;
    } catch (const nlohmann::json::exception&) {
        return Problem{"workshop", "this is not valid JSON",
                       "mend the file, or remove it to start from the samples"};
    }
}

} // namespace hl
