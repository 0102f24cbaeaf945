// A drawing in DXF: a square of 40 mm with a line down its middle on a layer of another name.
#pragma once

namespace hl::test {

inline const char* squareNet() {
    return "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n"
           "0\nLINE\n8\ncut\n10\n5\n20\n5\n11\n45\n21\n5\n"
           "0\nLINE\n8\ncut\n10\n45.2\n20\n5\n11\n45\n21\n45\n"
           "0\nLINE\n8\ncut\n10\n5\n20\n45\n11\n45\n21\n45\n"
           "0\nLINE\n8\ncut\n10\n5\n20\n45\n11\n5\n21\n5\n"
           "0\nLINE\n8\nmiddle\n10\n25\n20\n5\n11\n25\n21\n45\n"
           "0\nENDSEC\n0\nEOF\n";
}

} // namespace hl::test
