// What makers draw, in the design file: lines, blanks, joins and the motion.
#pragma once
#include "core/design/design.h"
#include "core/files/json_object.h"

namespace hl {

// Readers; they throw Bad.
std::vector<Point> readPoints(const Object& o, const std::string& key, const Json& j, Unit unit);
std::vector<LineSpec> readLines(Object& o, Unit unit);
std::vector<std::vector<Point>> readRings(Object& o, const std::string& key, Unit unit);
FreePart readPart(const Json& json, const std::string& place, Unit unit);
JoinSpec readJoin(const Json& json, const std::string& place, Unit unit);
StageSpec readStage(const Json& json, const std::string& place, Unit unit);

// Writers; empty lists are left out.
void writeLines(Json& into, const std::vector<LineSpec>& lines, Unit unit);
void writeRings(Json& into, const char* key, const std::vector<std::vector<Point>>& rings,
                Unit unit);
Json written(const std::vector<Point>& points, Unit unit);
Json written(const FreePart& part, Unit unit);
Json written(const JoinSpec& join, Unit unit);
Json written(const StageSpec& stage, Unit unit);

} // namespace hl
