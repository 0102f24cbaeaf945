// What several commands do alike: telling what is wrong, printing JSON, reading a design with the
// maker's workshop.
#pragma once
#include "cli/command.h"
#include "core/exports/exports.h"
#include "core/files/atomic_save.h"
#include "core/files/hlantern.h"
#include "core/prove/evidence.h"
#include "core/prove/prove.h"
#include "core/workshop/workshop.h"
#include <CLI/CLI.hpp>
#include <memory>
#include <nlohmann/json.hpp>

namespace hl::cli {

using Json = nlohmann::ordered_json;

// Says what is wrong to standard error; BadInput.
int refuse(const Problem& p);
void print(const Json& j);
// The flag without which nothing that is there is written over.
void addForce(CLI::App& options, bool& force);
void addWorkshop(CLI::App& options, std::string& file);

// A design and the maker's workshop, from two files; the sample workshop without the second.
struct Bench {
    Design design;
    Workshop workshop;
};
// The maker's workshop; the samples where no path is given.
Result<Workshop> loadWorkshop(const std::string& path);
Result<Bench> layOutBench(const std::string& path, const std::string& shop);

// Folded and proved.
struct Proved {
    Case folded;
    Evidence evidence;
    std::vector<Finding> findings;
    Searched searched; // for remedies

    Proved(const Bench& b, bool remedies);
};

// Loads, changes and saves a design; `change` may print what it made.
int edited(const std::string& path, const std::function<Result<Design>(const Design&)>& change);

// Prepares an export, asks whether its files may be written (`force`, none of `inputs`), writes
// them and says its remarks.
int writeExport(const std::string& out, const Exporter& exporter, const ExportInput& input,
                bool force, const std::vector<std::string>& inputs);

// Runs the window's program, which lies beside this one, and waits for it. A problem without words
// where it has said itself what is wrong.
Trouble runBeside(const std::vector<std::string>& words);

// The ids of a table, for an option that takes one of them.
template<class Table> std::vector<std::string> ids(const Table& table) {
    std::vector<std::string> out;
    for (auto& row : table)
        out.push_back(row.id);
    return out;
}

} // namespace hl::cli
