// Arcs in the paths of drawings.
#include "core/files/svg_outline.h"
#include "tests/program.h"
#include <QtTest>

using namespace hl;

class Arcs : public QObject {
    Q_OBJECT
  private slots:
    // An arc without a radius is the straight line to its end.
    void flatArcsAreLines() {
        const auto drawn = [](const char* path) {
            return outlineFromSvg(
                std::string("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9mm\" "
                            "height=\"9mm\" viewBox=\"0 0 9 9\"><path d=\"") +
                path + "\"/></svg>");
        };
        const auto straight = drawn("M0 0 L9 0 L9 9 L0 9 L-4 5 Z");
        QVERIFY(straight);
        for (const char* path : {"M0 0 L9 0 A5 0 0 1 0 9 9 0 4 0 0 0 0 9 L-4 5 Z",
                                 "M0 0 a0 3 0 01 9 0 0 9 A1e-308 4 30 11 0 9,0,0,0,0,0-4 5Z",
                                 "M0,0L9,0l0,9A0 0 0 00 0 9L-4 5 Z"}) {
            const auto arcs = drawn(path);
            QVERIFY2(arcs && *arcs == *straight, path);
        }
    }
};

HL_TEST(Arcs)
#include "arcs.moc"
