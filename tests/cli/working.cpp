// What takes longer than a second says so on a terminal, and nowhere else.
#include "tests/cli/command_line.h"
#include "tests/program.h"
#include <QElapsedTimer>
#include <QtTest>
#include <pty.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace hl;
using namespace hl::test;

class WorkingTest : public QObject, CommandLine {
    Q_OBJECT
    // What the program writes to a terminal, and its exit code.
    QByteArray onTerminal(const QStringList& args, int& status) {
        int terminal = -1;
        const pid_t child = forkpty(&terminal, nullptr, nullptr, nullptr);
        if (child == 0) {
            QByteArrayList words{HL_BIN_DIR "/hinge-lantern-cli"};
            for (const QString& a : args)
                words << a.toUtf8();
            std::vector<char*> argv;
            for (QByteArray& w : words)
                argv.push_back(w.data());
            argv.push_back(nullptr);
            execv(argv[0], argv.data());
            _exit(127);
        }
        QByteArray all;
        char buffer[4096];
        for (ssize_t n; (n = ::read(terminal, buffer, sizeof buffer)) > 0;)
            all.append(buffer, n);
        ::close(terminal);
        int how = 0;
        ::waitpid(child, &how, 0);
        status = WIFEXITED(how) ? WEXITSTATUS(how) : -1;
        return all;
    }

  private slots:
    void longWorkIsShown() {
        const QString slow = HL_SOURCE_DIR "/demo/quillmere/20-waiting-room.hlantern";
        int status = -1;
        const QByteArray seen = onTerminal({"sensitivity", slow}, status);
        QCOMPARE(status, 0);
        QVERIFY2(seen.contains("sensitivity: working for") && seen.contains(" %"),
                 seen.left(300).constData());
        // The last word of that line is that it is gone.
        const auto line = seen.lastIndexOf("working for");
        QVERIFY(seen.indexOf("\r\x1b[K", line) > line);
        // Not where a program reads it.
        QCOMPARE(run({"sensitivity", slow}), 0);
        QVERIFY2(err_.isEmpty() && !out_.contains('\x1b'), qPrintable(err_));
    }
    void shortWorkIsNot() {
        int status = -1;
        const QByteArray seen =
            onTerminal({"parts", HL_SOURCE_DIR "/demo/quillmere/footbridge.hlantern"}, status);
        QCOMPARE(status, 0);
        QVERIFY(!seen.contains('\x1b') && seen.size() > 50);
    }
};

HL_TEST(WorkingTest)
#include "working.moc"
