// The schema and the reader know the same keys: every object of the format is given a key that
// means nothing, and what the reader then says it knows is held against the schema.
#include "core/files/hlantern.h"
#include "tests/program.h"
#include <QFile>
#include <QtTest>
#include <nlohmann/json.hpp>
#include <set>

using namespace hl;
using Json = nlohmann::json;

class Schema : public QObject {
    Q_OBJECT
  private slots:
    void knowsTheKeysOfTheReader_data() {
        QTest::addColumn<QString>("inFile"); // where the object is in the file below
        QTest::addColumn<QString>("inSchema");
        const char* const places[][2] = {
            {"", ""},
            {"/card", "/properties/card"},
            {"/card/lines/0", "/properties/card/properties/lines/items"},
            {"/stocks/0", "/properties/stocks/items"},
            {"/structures/0", "/properties/structures/items"},
            {"/parts/0", "/properties/parts/items"},
            {"/parts/0/lines/0", "/properties/parts/items/properties/lines/items"},
            {"/parts/0/tabs/0", "/properties/parts/items/properties/tabs/items"},
            {"/joins/0", "/properties/joins/items"},
            {"/motion/0", "/properties/motion/items"},
        };
        for (auto& p : places)
            QTest::addRow("%s", *p[0] ? p[0] : "top level") << p[0] << p[1];
    }
    void knowsTheKeysOfTheReader() {
        QFETCH(QString, inFile);
        QFETCH(QString, inSchema);
        Json file = Json::parse(R"({
            "format": "hinge-lantern", "version": 1,
            "card": {"width": "100 mm", "height": "100 mm",
                     "lines": [{"id": "a", "points": [["10 mm", "10 mm"], ["20 mm", "10 mm"]]}]},
            "stocks": [{"id": "card"}],
            "structures": [{"id": "box1", "kind": "box", "on": "card.spine", "set": {}}],
            "parts": [{"id": "p", "lines": [{"id": "c", "points": [["9 mm", "0"], ["9 mm", "9"]]}],
                       "tabs": [{"id": "t", "edge": 1}]}],
            "joins": [{"id": "j", "panel": "p.t", "onto": "card.page-left", "at": ["-20 mm", "9 mm"]}],
            "motion": [{"drive": "card.spine", "from": "0 deg", "to": "90 deg"}]
        })");
        file[Json::json_pointer(inFile.toStdString())]["zzz"] = 1;
        auto read = designFromText(file.dump());
        QVERIFY(!read);
        const std::string said = read.problem().text();
        const std::string before = "known keys: ";
        const size_t start = said.find(before);
        QVERIFY2(start != std::string::npos && said.find("zzz") != std::string::npos, said.c_str());
        std::set<std::string> reader, schema;
        for (const QString& key :
             QString::fromStdString(said.substr(start + before.size())).split(", "))
            reader.insert(QString(key).remove('.').trimmed().toStdString());
        QFile f(HL_SOURCE_DIR "/docs/hlantern.schema.json");
        QVERIFY(f.open(QIODevice::ReadOnly));
        const Json all = Json::parse(f.readAll().toStdString());
        const Json& object = all[Json::json_pointer(inSchema.toStdString())];
        QVERIFY2(object.value("additionalProperties", true) == false, qPrintable(inSchema));
        for (auto& [key, value] : object["properties"].items())
            schema.insert(key);
        auto list = [](const std::set<std::string>& keys) {
            std::string out;
            for (auto& k : keys)
                out += k + " ";
            return out;
        };
        QVERIFY2(reader == schema, (list(reader) + "against " + list(schema)).c_str());
    }
};

HL_TEST(Schema)
#include "schema.moc"
