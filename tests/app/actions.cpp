// Every action of the window's table, done in the real window: by its key where it has one, else
// from its menu. An action without a driver here fails.
#include "app/actions/palette.h"
#include "app/actions/room.h"
#include "app/assemble/bench_view.h"
#include "app/flat/flat_view.h"
#include "app/flat/net_dialog.h"
#include "app/log/record_dialog.h"
#include "app/panels/structure_model.h"
#include "app/prove/prove_view.h"
#include "app/standing/standing_view.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/structures/family.h"
#include "tests/app/real_window.h"
#include "tests/edit/square_net.h"
#include "tests/export_to.h"
#include "tests/program.h"
#include <QClipboard>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QInputDialog>
#include <QLabel>
#include <QListWidget>
#include <QMenuBar>
#include <QPrintPreviewDialog>
#include <QPushButton>
#include <QSpinBox>
#include <QStackedWidget>
#include <QTreeView>
#include <map>
#include <set>

using namespace hl;
using hl::test::exportTo;

class ActionsOfTheWindow : public QObject, hl::test::RealWindow {
    Q_OBJECT
    // What has to be so before (else the action is passed the plain card), and what is afterwards.
    struct Driver {
        std::function<void()> before;
        std::function<void()> after;
    };
    std::map<QString, Driver> drivers_;
    bool previewed_ = false;

    const Design& design() { return session().design(); }
    size_t structures() { return design().structures.size(); }

    // A saved card with two boxes, the first of them selected.
    void plainCard() {
        const QString path = dir_.filePath("two.hlantern");
        Design d = *newDesign(Measure::fromMm(127), Measure::fromMm(178), SpineSide::Left,
                              Unit::Millimetre);
        for (const char* place : {"20", "90"})
            d = addStructure(d, "box", "card.spine",
                             {{"place", place}, {"width", "40"}, {"left", "30"}, {"right", "20"}})
                    ->first;
        session().open(d, {});
        QVERIFY(session().save(path));
        QVERIFY(w_->open(path));
        session().selection().choose("box1");
        session().setOpening(90);
        QVERIFY(settled());
    }
    // Two toppers on a page, chosen in the list one after the other.
    void twoFigures() {
        Design d = design();
        for (const char* across : {"30", "80"})
            d = addStructure(d, "topper", "card.page-right",
                             {{"width", "20"}, {"height", "10"}, {"across", across}})
                    ->first;
        session().edit(d, "two figures");
        QVERIFY(settled());
        auto* list = w_->findChild<QTreeView*>("structure-list");
        const auto click = [&](const char* id, Qt::KeyboardModifiers keys) {
            const auto* things = static_cast<StructureModel*>(list->model());
            QTest::mouseClick(list->viewport(), Qt::LeftButton, keys,
                              list->visualRect(things->indexOf(id)).center());
        };
        click("topper1", {});
        QVERIFY(!w_->findChild<QAction*>("hold")->isEnabled());
        click("topper2", Qt::ControlModifier);
        QCOMPARE(session().selection().several(), QStringList({"topper1", "topper2"}));
        QVERIFY(!w_->findChild<QAction*>("duplicate")->isEnabled());
    }
    QDialog* dialog(const char* name) {
        auto* d = w_->findChild<QDialog*>(name);
        return d && d->isVisible() ? d : nullptr;
    }
    // An action that opens a dialog, which is put away again.
    Driver opens(const char* name) {
        return {{}, [this, name] {
                    QVERIFY2(QTest::qWaitFor([&] { return dialog(name) != nullptr; }), name);
                    QPointer<QDialog> shown = dialog(name);
                    shown->reject();
                    QVERIFY(QTest::qWaitFor([&] { return !shown || !shown->isVisible(); }));
                }};
    }
    // Answers as many input dialogs in a row as there are words.
    void answerInputs(QStringList words) {
        auto* clock = new QTimer(w_.get());
        connect(clock, &QTimer::timeout, w_.get(), [clock, words, turn = 0]() mutable {
            auto* input = qobject_cast<QInputDialog*>(QApplication::activeModalWidget());
            if (words.isEmpty() || ++turn > 200)
                return clock->deleteLater();
            if (!input || !input->isVisible())
                return;
            if (input->inputMode() == QInputDialog::IntInput)
                input->setIntValue(words.takeFirst().toInt());
            else
                input->setTextValue(words.takeFirst());
            input->accept();
        });
        clock->start(50);
    }
    QString written(const char* name) {
        const QString path = dir_.filePath(name);
        QFile::remove(path);
        answerFile(path);
        return path;
    }

    void fill() {
        auto on = [this](const char* id, Driver d) { drivers_[id] = std::move(d); };
        on("start", {{}, [this] {
                         QVERIFY(!w_->findChild<QAction*>("save")->isEnabled());
                         QVERIFY(w_->findChild<QLineEdit*>("new-size")->isVisible());
                     }});
        on("open", {[this] {
                        session().open(*newDesign(Measure::fromMm(99), Measure::fromMm(99),
                                                  SpineSide::Left, Unit::Millimetre),
                                       {});
                        answerFile(dir_.filePath("two.hlantern"));
                    },
                    [this] { QCOMPARE(structures(), size_t(2)); }});
        on("save", {[this] {
                        Design d = design();
                        d.title = "Saved by a key";
                        session().edit(d, "title");
                    },
                    [this] { QVERIFY(!session().modified()); }});
        on("save-as", {[this] { written("another.hlantern"); },
                       [this] { QCOMPARE(session().path(), dir_.filePath("another.hlantern")); }});
        on("export", {[this] { written("sheets.svg"); },
                      [this] { QVERIFY(QFileInfo(dir_.filePath("sheets.svg")).size() > 500); }});
        on("picture", {[this] { written("card.png"); },
                       [this] {
                           QCOMPARE(QImage(dir_.filePath("card.png")).size(), QSize(1600, 1200));
                           // The moving one, by its ending.
                           written("card.webp");
                           trigger("picture");
                           QVERIFY(QFileInfo(dir_.filePath("card.webp")).size() > 5000);
                       }});
        on("report", {[this] { written("proof.html"); },
                      [this] { QVERIFY(QFileInfo(dir_.filePath("proof.html")).size() > 500); }});
        on("quit", {{}, [this] {
                        QVERIFY(!w_->isVisible());
                        w_->show();
                        QVERIFY(QTest::qWaitForWindowExposed(w_.get()));
                    }});
        auto removeBox = [this] { session().edit(removeStructure(design(), "box2"), "remove"); };
        on("undo", {removeBox, [this] { QCOMPARE(structures(), size_t(2)); }});
        on("redo", {[this, removeBox] {
                        removeBox();
                        session().history()->undo();
                    },
                    [this] { QCOMPARE(structures(), size_t(1)); }});
        on("copy", {[] { QGuiApplication::clipboard()->clear(); },
                    [] { QVERIFY(QGuiApplication::clipboard()->text().contains("\"box\"")); }});
        on("paste", {[this] { trigger("copy"); }, [this] { QCOMPARE(structures(), size_t(3)); }});
        on("duplicate", {{}, [this] { QCOMPARE(structures(), size_t(3)); }});
        const auto mats = [this] {
            return std::count_if(design().structures.begin(), design().structures.end(),
                                 [](auto& s) { return s.kind == "mat"; });
        };
        on("dress-all", {{}, [this, mats] {
                             QVERIFY(mats() > 3);
                             QVERIFY(w_->findChild<QPushButton*>("room-dress")->isChecked());
                         }});
        on("undress", {[this] {
                           trigger("dress-all");
                           QVERIFY(structures() > 2);
                       },
                       [this] { QCOMPARE(structures(), size_t(2)); }});
        on("dress-keep",
           {[this] {
                trigger("dress-all");
                session().selection().choose("card.page-left");
            },
            [this] {
                QVERIFY(w_->findChild<QLabel*>("tray-told")->text().contains("kept in mind"));
            }});
        on("dress-alike", {[this] {
                               trigger("dress-all");
                               session().selection().choose("card.page-left");
                               trigger("dress-keep");
                               session().selection().choose("card.page-right");
                           },
                           [this, mats] {
                               QVERIFY(mats() > 3);
                               const auto paperOn = [this](const char* panel) {
                                   for (auto& s : design().structures)
                                       if (s.kind == "mat" && s.on == panel)
                                           return s.stock;
                                   return std::string();
                               };
                               QVERIFY(!paperOn("card.page-left").empty());
                               QCOMPARE(paperOn("card.page-right"), paperOn("card.page-left"));
                           }});
        on("ways", opens("ways"));
        on("mirror", {{}, [this] { QCOMPARE(measuresOf(design(), "box1")->at("right"), 30.0); }});
        on("array", {[this] {
                         answerInputs({"3", "2 mm"});
                     },
                     [this] { QCOMPARE(structures(), size_t(4)); }});
        on("resize", {[this] { answerInputs({"100 x 150 mm"}); },
                      [this] { QTRY_COMPARE(design().card.width.mm(), 100.0); }});
        on("hold", {[this] { twoFigures(); },
                    [this] {
                        QCOMPARE(design().groups.size(), size_t(1));
                        QCOMPARE(session().selection().chosen(), QString("group1"));
                        QCOMPARE(session().chosenThings(), QStringList({"topper1", "topper2"}));
                    }});
        on("let-go",
           {[this] {
                twoFigures();
                trigger("hold");
                session().selection().choose("topper2");
            },
            [this] { QVERIFY(design().groups.empty() && design().structure("topper1")); }});
        on("rename", {{}, [] {
                          QCOMPARE(QApplication::focusWidget()->objectName(),
                                   QString("structure-name"));
                      }});
        on("remove", {{}, [this] { QVERIFY(!design().structure("box1")); }});
        on("gallery", opens("gallery"));
        on("ask", opens("ask-dialog"));
        on("workshop", opens("workshop-dialog"));
        on("import-net",
           {[this] {
                const QString path = dir_.filePath("net.dxf");
                QFile f(path);
                QVERIFY(f.open(QIODevice::WriteOnly));
                f.write(hl::test::squareNet());
                f.close();
                answerFile(path);
                whileModal<NetDialog>([](NetDialog* dialog) {
                    // One layer is named for what it is; the other is said here.
                    auto* other = dialog->findChild<QComboBox*>("net-layer-middle");
                    QVERIFY(other);
                    other->setCurrentIndex(int(NetLine::Valley));
                    QVERIFY(dialog->made());
                    // Told apart by their dashes all lines are one kind; by layers they are two.
                    auto* by = dialog->findChild<QComboBox*>("net-by");
                    by->setCurrentIndex(int(LinesBy::Dashes));
                    QVERIFY(dialog->findChild<QComboBox*>("net-layer-solid lines"));
                    QVERIFY(!dialog->findChild<QComboBox*>("net-layer-middle"));
                    by->setCurrentIndex(int(LinesBy::Layer));
                    other = dialog->findChild<QComboBox*>("net-layer-middle");
                    QVERIFY(other);
                    other->setCurrentIndex(int(NetLine::Valley));
                    QVERIFY(dialog->made());
                    dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok)->click();
                });
            },
            [this] {
                QTRY_COMPARE(design().parts.size(), size_t(1));
                QCOMPARE(design().parts[0].lines.size(), size_t(1));
                QCOMPARE(QSettings().value("net-layers/middle").toInt(), int(NetLine::Valley));
            }});
        on("print", {[this] {
                         whileModal<QPrintPreviewDialog>([this](QPrintPreviewDialog* dialog) {
                             previewed_ = dialog->objectName() == "print-preview";
                             dialog->reject();
                         });
                     },
                     [this] { QVERIFY(previewed_); }});
        for (const char* ending : {"svg", "csv", "gltf", "pdf"}) {
            const QString id = ending == QString("svg")   ? "export-machine"
                               : ending == QString("pdf") ? "build-sheet"
                               : ending == QString("csv") ? "export-lists"
                                                          : "export-model";
            const QString path = dir_.filePath(id + "." + ending);
            const QString made =
                ending == QString("csv") ? dir_.filePath(id + "-scores.csv") : path;
            if (id != "export-machine")
                on(qPrintable(id), {[this, path] { answerFile(path); },
                                    [made] { QTRY_VERIFY(QFileInfo::exists(made)); }});
        }
        // For a machine that cannot press: scores as dashes, which are many more lines.
        on("export-machine",
           {[this] { answerFile(dir_.filePath("machine.svg"), 2); },
            [this] {
                const QString made = dir_.filePath("machine.svg");
                QTRY_VERIFY(QFileInfo::exists(made));
                const auto lines = [&](bool dashed) {
                    const QString path = dir_.filePath("compared.svg");
                    ExportInput in{design(), session().snapshot()->folded->assembly,
                                   sheetFormats().front()};
                    in.dashed = dashed;
                    if (!exportTo(path.toStdString(), *exporter("svg", Exports::Machine), in))
                        return QByteArray("not written");
                    QFile f(path);
                    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
                };
                QFile f(made);
                QVERIFY(f.open(QIODevice::ReadOnly));
                const QByteArray dashed = f.readAll();
                QVERIFY(dashed == lines(true) && dashed != lines(false));
            }});
        on("palette", opens("palette"));
        on("keys", opens("key-sheet"));
        on("add-blank", {{}, [this] { QCOMPARE(design().parts.size(), size_t(1)); }});
        for (const Family& f : families())
            on(qPrintable("add-" + QString::fromStdString(f.id)),
               {[this, &f] {
                    session().selection().choose(f.ground == Ground::Panel ? "card.page-right"
                                                                           : "card.spine");
                },
                [this, &f] {
                    if (f.ground == Ground::Form)
                        QCOMPARE(design().card.form, f.id);
                    else // or it says why not, and nothing is lost
                        QVERIFY(structures() == 3 ||
                                w_->findChild<QWidget*>("message")->isVisible());
                }});
        using Tool = Placing::Tool;
        for (auto [id, tool] : {std::pair{"draw-valley", Tool::Valley},
                                {"draw-mountain", Tool::Mountain},
                                {"draw-slit", Tool::Slit},
                                {"draw-tab", Tool::Tab},
                                {"draw-glue", Tool::Glue}})
            on(id, {{}, [this, id = id, tool = tool] {
                        QVERIFY(session().placing().tool() == tool);
                        auto* action = w_->findChild<QAction*>(id);
                        QVERIFY(action->isChecked());
                        action->trigger(); // lays it down again
                        QVERIFY(session().placing().tool() == Tool::Select && !action->isChecked());
                    }});
        for (const Room& r : rooms())
            on(qPrintable("go-" + r.id),
               {{}, [this, &r] {
                    QVERIFY(w_->findChild<QPushButton*>("room-" + r.id)->isChecked());
                    QCOMPARE(shows<ProveView>(), r.lower == Lower::Proof);
                    QCOMPARE(w_->flat().showing() == FlatView::Show::Sheets,
                             r.lower == Lower::Sheets);
                }});
        on("record-build",
           {[this] {
                whileModal<RecordDialog>([](RecordDialog* dialog) {
                    dialog->findChild<QSpinBox*>("record-number")->setValue(2);
                    dialog->accept();
                });
            },
            [this] {
                QVERIFY(w_->findChild<QPushButton*>("room-log")->isChecked());
                QCOMPARE(w_->findChild<QLabel*>("log-count")->text().section(' ', 0, 1),
                         QString("1 builds,"));
                QVERIFY(w_->findChild<QListWidget*>("log-builds")->item(0)->text().contains("× 2"));
            }});
        on("bench", {{}, [this] {
                         QVERIFY(QTest::qWaitFor(
                             [&] {
                                 auto* bench = w_->findChild<BenchView*>();
                                 return bench && bench->isVisible();
                             },
                             patience));
                         QTest::keyClick(w_->findChild<BenchView*>(), Qt::Key_Escape);
                         QVERIFY(w_->findChild<QPushButton*>("room-assemble")->isChecked());
                     }});
        on("play", {{}, [this] {
                        QVERIFY(QTest::qWaitFor([&] { return session().opening() < 80; }));
                        trigger("play"); // stops it
                    }});
        on("close-more", {{}, [this] { QCOMPARE(session().opening(), 85.0); }});
        on("open-more", {{}, [this] { QCOMPARE(session().opening(), 95.0); }});
        on("lower", {[this] { w_->goTo("build"); },
                     [this] {
                         QVERIFY(!w_->flat().isVisible() && w_->standing().isVisible());
                         trigger("lower"); // brings it back
                         QVERIFY(w_->flat().isVisible());
                     }});
        on("fill", {[this] {
                        w_->goTo("build");
                        w_->flat().setFocus();
                    },
                    [this] {
                        QVERIFY(w_->flat().isVisible() && !w_->standing().isVisible());
                        trigger("fill"); // goes back
                        QVERIFY(w_->flat().isVisible() && w_->standing().isVisible());
                    }});
        on("stance", {[this] { w_->standing().setStance(Posture(0)); },
                      [this] { QCOMPARE(int(w_->standing().stance().posture), 1); }});
        // A drag of the view is put right again.
        on("frame",
           {[this] {
                trigger("frame");
                seen_ = w_->standing().pixelOf("card.page-right", Vec2(60, 60));
                w_->standing().setFocus();
                for (int i = 0; i < 4; ++i)
                    QTest::keyClick(&w_->standing(), Qt::Key_Plus);
                QVERIFY(away(w_->standing().pixelOf("card.page-right", Vec2(60, 60))));
            },
            [this] { QVERIFY(!away(w_->standing().pixelOf("card.page-right", Vec2(60, 60)))); }});
        auto corner = [this] { return w_->flat().pixelOf("box1", Vec2(0, 0)); };
        on("fit-flat", {[this, corner] {
                            trigger("fit-flat");
                            seen_ = corner();
                            trigger("true-scale");
                            QVERIFY(away(corner()));
                        },
                        [this, corner] { QVERIFY(!away(corner())); }});
        on("true-scale",
           {[this] { trigger("fit-flat"); },
            [this] {
                const QPointF a = w_->flat().pixelOf("box1", Vec2(0, 0)),
                              b = w_->flat().pixelOf("box1", Vec2(25.4, 0));
                QVERIFY(std::abs(QLineF(a, b).length() - w_->flat().physicalDpiX()) < 3);
            }});
        for (int f : {8, 16, 32, 64})
            on(qPrintable(QString("finest-%1").arg(f)),
               {{}, [this, f] { QCOMPARE(session().finest(), f); }});
        on("dusk", {[this] { dark_ = theme().dark; },
                    [this] {
                        QVERIFY(theme().dark != dark_);
                        trigger("dusk");
                        QVERIFY(theme().dark == dark_);
                    }});
    }
    bool away(const QPointF& p) const { return QLineF(p, seen_).length() > 4; }

    QPointF seen_;
    bool dark_ = false;

  private slots:
    void initTestCase() {
        start();
        fill();
    }
    void cleanupTestCase() { w_.reset(); }

    // A new row of the table needs a driver; a driver that drives nothing is left over.
    void everyActionHasADriver() {
        std::set<QString> ids;
        for (const Action& row : w_->table()) {
            QVERIFY2(ids.insert(row.id).second, qPrintable(row.id));
            QVERIFY2(drivers_.count(row.id), qPrintable(row.id));
        }
        for (auto& [id, driver] : drivers_)
            QVERIFY2(ids.count(id), qPrintable(id));
    }

    // No key does two things, and none is one that desktops keep for themselves.
    void everyKeyIsItsOwn() {
        std::set<QString> keys{"Ctrl+Alt+T", "Ctrl+Alt+D",   "Ctrl+Alt+L",
                               "Ctrl+Space", "Ctrl+Shift+E", "Ctrl+Alt+Del"};
        for (const Action& row : w_->table())
            for (const QString& key : row.keys.split(' ', Qt::SkipEmptyParts)) {
                QVERIFY2(!QKeySequence(key).isEmpty(), qPrintable(key));
                QVERIFY2(keys.insert(QKeySequence(key).toString()).second, qPrintable(key));
            }
    }

    void everyActionIsDone_data() {
        QTest::addColumn<int>("row");
        QTest::addColumn<QString>("key");
        for (size_t i = 0; i < w_->table().size(); ++i) {
            const QStringList keys = w_->table()[i].keys.split(' ', Qt::SkipEmptyParts);
            for (const QString& key : keys.isEmpty() ? QStringList{""} : keys)
                QTest::newRow(qPrintable(w_->table()[i].id + " " + key)) << int(i) << key;
        }
    }
    void everyActionIsDone() {
        QFETCH(int, row);
        QFETCH(QString, key);
        plainCard();
        const Driver& driver = drivers_.at(w_->table()[size_t(row)].id);
        if (driver.before)
            driver.before();
        QAction* action = w_->menuActions()[size_t(row)];
        QVERIFY(action->isEnabled());
        if (key.isEmpty())
            action->trigger();
        else
            press(key);
        driver.after();
    }

    // What needs a design or a selection cannot be done without.
    void onlyWhatCanBeDoneIsOffered() {
        plainCard();
        auto can = [&](const char* id) { return w_->findChild<QAction*>(id)->isEnabled(); };
        QVERIFY(can("duplicate") && can("remove") && !can("undo") && !can("redo"));
        session().selection().choose({});
        QVERIFY(!can("duplicate") && !can("remove") && can("paste"));
        trigger("duplicate"); // does nothing
        QCOMPARE(structures(), size_t(2));
        w_->showStart();
        for (const Action& row : w_->table())
            QCOMPARE(can(qPrintable(row.id)), row.when == When::Always);
    }

    // A few letters, an arrow and Return.
    void thePaletteFindsAndRuns() {
        plainCard();
        press("Ctrl+J");
        QVERIFY(QTest::qWaitFor([&] { return dialog("palette") != nullptr; }));
        auto* words = w_->findChild<QLineEdit*>("palette-words");
        auto* list = w_->findChild<QListWidget*>("palette-list");
        const int all = list->count();
        QTest::keyClicks(words, "DUPL");
        QVERIFY(list->count() < all && list->count() >= 1);
        QTest::keyClicks(words, " nothing is called that");
        QCOMPARE(list->count(), 0);
        QTest::keyClick(words, Qt::Key_Return); // runs nothing, and stays
        QVERIFY(dialog("palette"));
        QTest::keyClick(words, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(words, "edit du");
        const QString first = list->currentItem()->text();
        QTest::keyClick(words, Qt::Key_Down);
        QTest::keyClick(words, Qt::Key_Up);
        QCOMPARE(list->currentItem()->text(), first);
        QTest::keyClick(words, Qt::Key_Return);
        QCOMPARE(structures(), size_t(3));
        QVERIFY(QTest::qWaitFor([&] { return !dialog("palette"); }));
    }

    // The sheet has every key.
    void theSheetOfKeysIsWhole() {
        const KeySheet sheet(w_->table(), nullptr);
        QString all;
        for (const QLabel* l : sheet.findChildren<QLabel*>())
            all += l->text() + "\n";
        for (const Action& row : w_->table())
            for (const QString& key : row.keys.split(' ', Qt::SkipEmptyParts))
                QVERIFY2(all.contains(QKeySequence(key).toString(QKeySequence::NativeText)),
                         qPrintable(key));
    }
};

HL_TEST(ActionsOfTheWindow)
#include "actions.moc"
