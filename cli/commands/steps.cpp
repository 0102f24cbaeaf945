// The order of the work, and its schedule for several cards.
#include "cli/common.h"
#include "cli/working.h"
#include "core/assemble/assemble.h"
#include "core/edit/adhesives.h"
#include "core/edit/named.h"
#include "core/make/plan.h"
#include "core/measure/number.h"
#include "core/prove/seen.h"
#include "core/steps/adhesives.h"
#include "core/steps/order.h"
#include "core/steps/pins.h"
#include "core/steps/schedule.h"
#include "core/steps/words.h"
#include <algorithm>
#include <cmath>
#include <iostream>
#include <map>

namespace hl::cli {
namespace {

using steps::Work;
using steps::WorkStep;

// A design with its plan and the order of its work.
struct Planned {
    Bench bench;
    std::unique_ptr<const Case> folded;
    Plan plan;
    Work work;
};

Result<std::unique_ptr<Planned>> planned(const std::string& file, const std::string& drawer,
                                         int copies) {
    auto bench = layOutBench(file, drawer);
    if (!bench)
        return bench.problem();
    auto out = std::make_unique<Planned>();
    out->bench = std::move(*bench);
    auto made = assemble(out->bench.design);
    if (!made)
        return made.problem();
    out->folded = std::make_unique<const Case>(out->bench.design, std::move(*made), nullptr,
                                               out->bench.workshop);
    const Case& c = *out->folded;
    const std::vector<Vec2> upright = uprightOn(c);
    const Drawer* own = drawer.empty() ? nullptr : &out->bench.workshop.drawer;
    out->plan = planOf(c.design, c.assembly, {own, &upright, copies, {}}, nullptr, progress());
    out->work = steps::workOf(c, out->plan, steps::closedLayers(c), own);
    return out;
}

double rounded(double v) { return std::round(v * 1e4) / 1e4 + 0.0; }

Json stepJson(const WorkStep& s, int n, const std::string& why) {
    Json needs = Json::array();
    for (const steps::Need& need : s.needs)
        needs.push_back({{"id", need.id}, {"wait_min", rounded(need.wait)}});
    return {{"n", n},
            {"id", s.id},
            {"do", steps::doName(s.what)},
            {"title", s.title},
            {"parts", s.parts},
            {"joins", s.joins},
            {"needs", needs},
            {"reach", steps::reachName(s.reach)},
            {"adhesive", s.adhesive},
            {"zone", s.zone},
            {"work_min", rounded(s.minutes)},
            {"hold_min", rounded(s.hold)},
            {"free_after_min", rounded(s.freeAfter)},
            {"text", s.text},
            {"check", s.check},
            {"why", why},
            {"caution", s.caution}};
}

struct StepsGiven {
    std::string file, drawer;
    bool json = false;
};

int listSteps(const StepsGiven& g) {
    auto made = planned(g.file, g.drawer, 1);
    if (!made)
        return refuse(made.problem());
    const Work& work = (*made)->work;
    const std::vector<std::string> problems = steps::cannotBeDone(*(*made)->folded, work);
    if (g.json) {
        Json out = {{"steps", Json::array()}, {"problems", problems}};
        int n = 0;
        for (const WorkStep& s : work.steps)
            out["steps"].push_back(
                stepJson(s, ++n, steps::whyThere(work, (*made)->folded->design.pins, s.id)));
        print(out);
    } else {
        for (const std::string& p : problems)
            std::cout << p << "\n\n";
        std::cout << steps::workText(work);
    }
    return problems.empty() ? Done : Fails;
}

struct PinGiven {
    std::string file, step, before;
    bool free = false;
};

// A step by its id or by the number that `steps` prints.
std::string stepId(const Work& work, const std::string& said) {
    std::string_view text(said);
    const auto number = takeNumber(text);
    if (!number || !text.empty() || *number < 1 || *number > static_cast<double>(work.steps.size()))
        return said;
    return work.steps[static_cast<size_t>(*number) - 1].id;
}

int pin(const PinGiven& g) {
    auto made = planned(g.file, "", 1);
    if (!made)
        return refuse(made.problem());
    const Work& work = (*made)->work;
    const std::string step = stepId(work, g.step);
    if (g.free || g.before.empty()) {
        if (!g.free)
            return refuse({"pin", "it is not said before which step",
                           "say --before and a step, or --free to take its pins off"});
        return edited(g.file,
                      [&](const Design& d) -> Result<Design> { return steps::unpinned(d, step); });
    }
    return edited(g.file, [&](const Design& d) {
        return steps::pinned(d, work, step, stepId(work, g.before));
    });
}

struct ScheduleGiven {
    std::vector<std::string> files;
    std::string drawer;
    int cards = 1;
    bool json = false;
};

int schedule(const ScheduleGiven& g) {
    std::vector<std::unique_ptr<Planned>> all;
    std::vector<std::pair<const Work*, int>> designs;
    for (const std::string& file : g.files) {
        auto made = planned(file, g.drawer, g.cards);
        if (!made)
            return refuse(made.problem());
        all.push_back(std::move(*made));
        designs.emplace_back(&all.back()->work, g.cards);
    }
    const steps::Job job = steps::jobOf(designs);
    const steps::Timetable table = steps::timetableOf(job.tasks);
    std::vector<const Plan*> plans;
    for (const auto& one : all)
        plans.push_back(&one->plan);
    const std::vector<steps::PaperNeed> papers = steps::papersOf(plans);
    if (g.json) {
        Json out = {{"work_min", rounded(table.work)},
                    {"elapsed_min", rounded(table.elapsed)},
                    {"bound_min", rounded(table.bound)},
                    {"hands", Json::array()},
                    {"papers", Json::array()}};
        for (const steps::Turn& t : table.hands) {
            const steps::JobStep& s = job.steps[t.task];
            out["hands"].push_back({{"from_min", rounded(t.from)},
                                    {"to_min", rounded(t.to)},
                                    {"design", g.files[s.work]},
                                    {"card", s.card},
                                    {"step", designs[s.work].first->steps[s.step].id}});
        }
        for (const steps::PaperNeed& p : papers)
            out["papers"].push_back({{"paper", p.paper},
                                     {"width_mm", rounded(p.width)},
                                     {"height_mm", rounded(p.height)},
                                     {"sheets", p.sheets},
                                     {"spare", p.spare}});
        print(out);
    } else {
        std::cout << steps::timetableText(designs, job, table) << "\n"
                  << steps::papersText(papers, all.front()->bench.design.units);
    }
    return Done;
}

} // namespace

Run declareSteps(CLI::App& options) {
    auto given = std::make_shared<StepsGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("--drawer", given->drawer,
                       "the papers, tools and adhesives there are, a file of `drawer`");
    options.add_flag("--json", given->json);
    return [given] { return listSteps(*given); };
}

Run declarePin(CLI::App& options) {
    auto given = std::make_shared<PinGiven>();
    options.add_option("FILE", given->file)->required();
    options.add_option("STEP", given->step, "its id, or its number as `steps` prints it")
        ->required();
    options.add_option("--before", given->before, "the step that is to come after it");
    options.add_flag("--free", given->free, "takes all pins of the step off");
    return [given] { return pin(*given); };
}

Run declareSchedule(CLI::App& options) {
    auto given = std::make_shared<ScheduleGiven>();
    options.add_option("FILES", given->files, "one design or several, built as one job")
        ->required();
    options.add_option("--cards", given->cards, "so many of each")->check(CLI::Range(1, 200));
    options.add_option("--drawer", given->drawer,
                       "the papers, tools and adhesives there are, a file of `drawer`");
    options.add_flag("--json", given->json);
    return [given] { return schedule(*given); };
}

Run declareAdhesive(CLI::App& options) {
    auto file = std::make_shared<std::string>(), of = std::make_shared<std::string>(),
         kind = std::make_shared<std::string>();
    options.add_option("FILE", *file)->required();
    options
        .add_option("OF", *of, "a join, tab, part or structure; or tabs, mats, figures or sheets")
        ->required();
    options.add_option("KIND", *kind, "glue, solvent, tape, runner, foam, plain, or auto")
        ->required();
    return [file, of, kind] {
        return edited(*file, [&](const Design& d) -> Result<Design> {
            const auto& alike = steps::alikeGlued();
            if (std::find(alike.begin(), alike.end(), *of) != alike.end())
                return setAdhesive(d, *of, *kind);
            auto thing = idOf(d, *of);
            return thing ? setAdhesive(d, *thing, *kind) : thing.problem();
        });
    };
}

} // namespace hl::cli
