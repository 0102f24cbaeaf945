// One test program for each room: every file of it registers the class that it tests with, and the
// program runs one of them, or all. `test-prove solving -functions` hands what follows on to
// Qt Test.
#pragma once
#include <QtTest>
#include <functional>

namespace hl::test {

struct Registration {
    // The test is called as its file is, without folder and ending.
    Registration(const char* file, std::function<int(int argc, char** argv)> run);
};

} // namespace hl::test

#define HL_TEST_BY(Class, run) static const hl::test::Registration registered##Class(__FILE__, run);
// After `before` was done.
#define HL_TEST_AFTER(before, Class)                                                               \
    HL_TEST_BY(Class, [](int argc, char** argv) {                                                  \
        before;                                                                                    \
        Class test;                                                                                \
        return QTest::qExec(&test, argc, argv);                                                    \
    })
#define HL_TEST(Class) HL_TEST_AFTER(void(), Class)
