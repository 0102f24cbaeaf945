#include "app/panels/measures_panel.h"
#include "app/look/theme.h"
#include "app/panels/measure_field.h"
#include "core/assemble/assemble.h"
#include "core/edit/edit.h"
#include "core/edit/papers.h"
#include "core/exports/exports.h"
#include "core/structures/family.h"
#include <QColorDialog>
#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>
#include <set>

namespace hl {
namespace {

constexpr int labelWidth = 96;

QString readable(const std::string& name) {
    QString s = QString::fromStdString(name).replace('_', ' ');
    s[0] = s[0].toUpper();
    return s;
}

QLabel* quietLabel(const QString& text) {
    auto* l = new QLabel(text);
    l->setProperty("quiet", true);
    l->setWordWrap(true);
    l->setMinimumWidth(40);
    return l;
}

// The creases a structure could stand on: all but its own and those that stand on it.
QStringList hosts(const Session& session, const StructureSpec& s) {
    QStringList out;
    if (!session.snapshot())
        return {QString::fromStdString(s.on)};
    std::vector<std::string> banned = standingOn(session.design(), s.id);
    banned.push_back(s.id);
    const std::set<std::string> no(banned.begin(), banned.end());
    const Assembly& a = session.snapshot()->folded->assembly;
    if (family(s.kind)->ground == Ground::Panel) {
        for (const Panel& p : a.panels)
            if (!no.count(ownerOf(p.id)) && p.role != Role::Tab)
                out << QString::fromStdString(p.id);
        return out;
    }
    for (const Crease& c : a.creases)
        if (!no.count(ownerOf(c.id)))
            out << QString::fromStdString(c.id);
    return out;
}

} // namespace

MeasuresPanel::MeasuresPanel(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), column_(new QVBoxLayout(this)) {
    setObjectName("measures");
    column_->setContentsMargins(0, 0, 0, 0);
    auto update = [this] {
        const QString of = session_.selectedStructure();
        if (of != shown_ || !body_ || shapeOf(of.toStdString()) != shape_ ||
            form_ != session_.design().card.form)
            rebuild();
        else
            refresh();
    };
    connect(&session_, &Session::selectionChanged, this, update);
    connect(&session_, &Session::designChanged, this, update);
    rebuild();
}

void MeasuresPanel::rebuild() {
    shown_ = session_.selectedStructure();
    form_ = session_.design().card.form;
    refreshers_.clear();
    fields_.clear();
    if (body_) { // one of its own buttons may be the reason, so it goes later
        body_->hide();
        body_->setParent(nullptr);
        body_->deleteLater();
    }
    body_ = new QWidget(this);
    rows_ = new QVBoxLayout(body_);
    rows_->setContentsMargins(12, 8, 12, 12);
    rows_->setSpacing(5);
    column_->addWidget(body_);
    shape_ = shapeOf(shown_.toStdString());
    const StructureSpec* s = session_.design().structure(shown_.toStdString());
    if (s)
        buildStructure(*s);
    else if (const FreePart* p = session_.design().part(shown_.toStdString()))
        buildPart(*p);
    else
        buildCard();
    rows_->addStretch(1);
    chainTabs();
    refresh();
    body_->show(); // at once: a key may follow the selection without a pause
}

void MeasuresPanel::refresh() {
    for (auto& r : refreshers_)
        r();
}

void MeasuresPanel::setTabAfter(QWidget* before) {
    tabAfter_ = before;
    chainTabs();
}

void MeasuresPanel::chainTabs() {
    QWidget* last = tabAfter_;
    for (QWidget* field : fields_) {
        if (last && last->window() == field->window())
            setTabOrder(last, field);
        last = field;
    }
}

void MeasuresPanel::focusFirst() {
    if (auto* field = body_->findChild<MeasureField*>())
        field->setFocus(Qt::OtherFocusReason);
}

void MeasuresPanel::addHeading(const QString& text) {
    auto* l = new QLabel(text);
    l->setProperty("heading", true);
    rows_->addWidget(l);
}

void MeasuresPanel::addRow(const QString& label, QWidget* field, const QString& tip) {
    auto* row = new QHBoxLayout;
    auto* l = new QLabel(label);
    l->setMinimumWidth(labelWidth);
    l->setMaximumWidth(labelWidth);
    l->setBuddy(field);
    l->setToolTip(tip);
    field->setToolTip(tip);
    field->setAccessibleName(label);
    row->addWidget(l);
    // Long entries of a list must not widen the column.
    if (auto* combo = qobject_cast<QComboBox*>(field)) {
        combo->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        combo->setMinimumContentsLength(4);
    }
    field->setMinimumWidth(60);
    field->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    row->addWidget(field, 1);
    fields_.push_back(field);
    rows_->addLayout(row);
}

MeasureField* MeasuresPanel::addMeasure(const QString& name, const QString& label,
                                        const QString& tip) {
    auto* field = new MeasureField(name);
    addRow(label, field, tip);
    auto* note = quietLabel({});
    note->setContentsMargins(labelWidth + 6, 0, 0, 2);
    note->hide();
    rows_->addWidget(note);
    field->setNote(note);
    return field;
}

void MeasuresPanel::buildCard() {
    addHeading(tr("Card"));
    auto* title = new QLineEdit;
    title->setObjectName("card-title");
    addRow(tr("Title"), title);
    connect(title, &QLineEdit::editingFinished, this, [this, title] {
        Design d = session_.design();
        d.title = title->text().left(200).toStdString();
        session_.edit(d, tr("Rename the card"));
    });
    refreshers_.push_back([this, title] {
        if (!title->isModified() || !title->hasFocus())
            title->setText(QString::fromStdString(session_.design().title));
        title->setCursorPosition(0);
    });
    for (bool width : {true, false}) {
        auto* field =
            addMeasure(width ? "card-width" : "card-height", width ? tr("Width") : tr("Height"),
                       tr("Of the closed card, as it goes into the envelope"));
        connect(field, &MeasureField::entered, this, [this, field, width](const QString& text) {
            Design d = session_.design();
            auto parsed = parseLength(text.toStdString(), d.units);
            if (!parsed)
                return field->refuse(QString::fromStdString(parsed.problem().text()));
            (width ? d.card.width : d.card.height) = parsed->measure;
            auto made = assemble(d);
            if (!made)
                return field->refuse(QString::fromStdString(made.problem().text()));
            session_.edit(d, tr("Change the card's size"));
        });
        refreshers_.push_back([this, field, width] {
            const Design& d = session_.design();
            field->show(width ? d.card.width : d.card.height, d.units, session_.finest(), false);
        });
    }
    auto* spine = new QComboBox;
    spine->setObjectName("card-spine");
    spine->addItems({tr("at the left"), tr("at the top")});
    addRow(tr("Spine"), spine);
    connect(spine, &QComboBox::activated, this, [this](int i) {
        Design d = session_.design();
        d.card.spine = i ? SpineSide::Top : SpineSide::Left;
        session_.edit(d, tr("Change the spine"));
    });
    auto* units = new QComboBox;
    units->setObjectName("card-units");
    units->addItems({tr("millimetres"), tr("inches")});
    addRow(tr("Measures in"), units);
    connect(units, &QComboBox::activated, this, [this](int i) {
        Design d = session_.design();
        d.units = i ? Unit::Inch : Unit::Millimetre;
        session_.edit(d, tr("Change the unit"));
    });
    refreshers_.push_back([this, spine, units] {
        spine->setCurrentIndex(session_.design().card.spine == SpineSide::Top);
        units->setCurrentIndex(session_.design().units == Unit::Inch);
    });

    auto* form = new QComboBox;
    form->setObjectName("card-form");
    for (const Family& f : families())
        if (f.ground == Ground::Form)
            form->addItem(QString::fromStdString(f.name), QString::fromStdString(f.id));
    addRow(tr("Form"), form, tr("How its pages hang together"));
    connect(form, &QComboBox::activated, this, [this, form] {
        auto next = changeForm(session_.design(), form->currentData().toString().toStdString(), {});
        session_.edit(next ? Result<Design>(next->first) : Result<Design>(next.problem()),
                      tr("Change the form of the card"));
        refresh();
    });
    const std::string kind = session_.design().card.form;
    refreshers_.push_back([this, form] {
        form->setCurrentIndex(form->findData(QString::fromStdString(session_.design().card.form)));
    });
    if (const Family* f = family(kind))
        addMeasures(*f, "card");
    auto* display = quietLabel({});
    display->setObjectName("card-display");
    rows_->addWidget(display);
    refreshers_.push_back([this, display] {
        if (auto made = assemble(session_.design()))
            display->setText(tr("Displayed at %1°: it %2.")
                                 .arg(made->display.at, 0, 'g', 4)
                                 .arg(QString::fromStdString(made->display.words)));
    });

    addPostRows();

    rows_->addSpacing(8);
    addHeading(tr("Paper of the card"));
    auto* papers = new QComboBox;
    papers->setObjectName("card-stock");
    addRow(tr("Made of"), papers, tr("Which of the design's papers the card is made of"));
    connect(papers, &QComboBox::activated, this, [this, papers] {
        Design d = session_.design();
        d.card.stock = papers->currentData().toString().toStdString();
        session_.edit(d, tr("Choose another paper for the card"));
    });
    refreshers_.push_back([this, papers] {
        papers->clear();
        for (const Stock& s : session_.design().stocks) {
            papers->addItem(QString::fromStdString(s.name), QString::fromStdString(s.id));
            if (s.id == session_.design().card.stock)
                papers->setCurrentIndex(papers->count() - 1);
        }
    });
    rows_->addWidget(
        buttonRow({{tr("+ paper"),
                    [this] {
                        auto [d, id] = addPaper(session_.design(), session_.design().card.stock);
                        d.card.stock = id; // so that its fields are at hand
                        session_.edit(d, tr("Add a paper"));
                    }},
                   {tr("Remove paper"), [this] {
                        session_.edit(removePaper(session_.design(), session_.design().card.stock),
                                      tr("Remove a paper"));
                    }}}));
    auto stock = [this](Design& d) -> Stock& {
        for (Stock& s : d.stocks)
            if (s.id == d.card.stock)
                return s;
        return d.stocks.front();
    };
    auto addText = [this, stock](const QString& object, const QString& label, const QString& tip,
                                 auto read, auto write) {
        auto* field = new QLineEdit;
        field->setObjectName(object);
        addRow(label, field, tip);
        connect(field, &QLineEdit::editingFinished, this, [this, field, stock, write, read] {
            Design d = session_.design();
            if (!field->isModified())
                return;
            field->setModified(false);
            if (write(stock(d), field->text()))
                session_.edit(d, tr("Change the paper"));
            Design now = session_.design();
            field->setText(read(stock(now)));
        });
        refreshers_.push_back([this, field, stock, read] {
            Design d = session_.design();
            if (!field->isModified())
                field->setText(read(stock(d)));
        });
    };
    addText(
        "stock-name", tr("Name"), {}, [](const Stock& s) { return QString::fromStdString(s.name); },
        [](Stock& s, const QString& t) {
            s.name = t.left(100).toStdString();
            return true;
        });
    addText(
        "stock-weight", tr("Weight g/m²"), tr("20 to 3000 grams per square metre"),
        [](const Stock& s) { return QString::number(s.weight); },
        [](Stock& s, const QString& t) {
            bool ok = false;
            const double w = QString(t).replace(',', '.').toDouble(&ok);
            if (ok && w >= 20 && w <= 3000)
                s.weight = w;
            return ok;
        });
    addText(
        "stock-caliper", tr("Thickness"), tr("0.02 mm to 5 mm"),
        [](const Stock& s) {
            return QString::fromStdString(exactText(s.caliper, Unit::Millimetre));
        },
        [](Stock& s, const QString& t) {
            auto p = parseLength(t.toStdString(), Unit::Millimetre);
            const bool good = p && p->measure.mm() >= 0.02 && p->measure.mm() <= 5;
            if (good)
                s.caliper = p->measure;
            return good;
        });
    for (bool face : {true, false}) {
        auto* button = new QPushButton;
        button->setObjectName(face ? "stock-face" : "stock-back");
        addRow(face ? tr("Face") : tr("Back"), button,
               face ? tr("Colour of the inside of the card")
                    : tr("Colour of the outside of the card"));
        auto read = [this, stock, face] {
            Design d = session_.design();
            return QColor(QString::fromStdString(face ? stock(d).face : stock(d).back));
        };
        connect(button, &QPushButton::clicked, this, [this, stock, face, read] {
            const QColor c = QColorDialog::getColor(read(), this, tr("Colour of the paper"));
            if (!c.isValid())
                return;
            Design d = session_.design();
            (face ? stock(d).face : stock(d).back) = c.name().toStdString();
            session_.edit(d, tr("Change the paper's colour"));
        });
        refreshers_.push_back([button, read] {
            QPixmap swatch(28, 14);
            swatch.fill(read());
            QPainter p(&swatch);
            p.setPen(theme().rule);
            p.drawRect(0, 0, 27, 13);
            button->setIcon(swatch);
            button->setIconSize({28, 14});
            button->setText(read().name());
        });
    }
    rows_->addSpacing(8);
    addHeading(tr("Cut-outs"));
    addLines("card");
}

// See part_rows.cpp for what is drawn.
void MeasuresPanel::buildStructure(const StructureSpec& s) {
    const Family& f = *family(s.kind);
    const std::string id = s.id;
    addHeading(readable(f.name) + "  " + QString::fromStdString(id));
    rows_->addWidget(quietLabel(QString::fromStdString(f.purpose)));
    auto* name = new QLineEdit;
    name->setObjectName("structure-name");
    name->setPlaceholderText(QString::fromStdString(f.name + " " + id));
    addRow(tr("Name"), name);
    connect(name, &QLineEdit::editingFinished, this, [this, name, id] {
        Design d = session_.design();
        if (StructureSpec* spec = d.structure(id)) {
            spec->name = name->text().left(100).toStdString();
            session_.edit(d, tr("Rename %1").arg(QString::fromStdString(id)));
        }
    });
    auto* host = new QComboBox;
    host->setObjectName("structure-host");
    addRow(tr("Stands on"), host);
    connect(host, &QComboBox::activated, this, [this, host, id] {
        Design d = session_.design();
        d.structure(id)->on = host->currentText().toStdString();
        auto made = assemble(d);
        session_.edit(made ? Result<Design>(d) : Result<Design>(made.problem()),
                      tr("Move %1 to another fold").arg(QString::fromStdString(id)));
        refresh();
    });
    auto* stock = new QComboBox;
    stock->setObjectName("structure-stock");
    addRow(tr("Paper"), stock);
    connect(stock, &QComboBox::activated, this, [this, stock, id](int i) {
        Design d = session_.design();
        d.structure(id)->stock = i == 0 ? "" : d.stocks[size_t(i) - 1].id;
        session_.edit(d, tr("Change the paper of %1").arg(QString::fromStdString(id)));
    });
    refreshers_.push_back([this, name, host, stock, id] {
        const Design& d = session_.design();
        const StructureSpec* spec = d.structure(id);
        if (!spec)
            return;
        if (!name->hasFocus())
            name->setText(QString::fromStdString(spec->name));
        name->setCursorPosition(0);
        host->clear();
        host->addItems(hosts(session_, *spec));
        host->setCurrentText(QString::fromStdString(spec->on));
        stock->clear();
        stock->addItem(tr("as the card"));
        for (size_t i = 0; i < d.stocks.size(); ++i) {
            stock->addItem(QString::fromStdString(d.stocks[i].name));
            if (d.stocks[i].id == spec->stock)
                stock->setCurrentIndex(int(i) + 1);
        }
    });
    rows_->addSpacing(6);
    addHeading(tr("Measures"));
    addMeasures(f, id);
    if (!f.parameter("shape") && !f.parameter("aperture"))
        return;
    auto* import = new QPushButton(tr("Import an outline (SVG)…"));
    import->setObjectName("import-outline");
    rows_->addWidget(import);
    connect(import, &QPushButton::clicked, this, [this, id, &f] {
        const QString path = QFileDialog::getOpenFileName(this, tr("Import an outline"), {},
                                                          tr("SVG drawings (*.svg)"));
        if (path.isEmpty())
            return;
        auto outline = importOutline(path.toStdString());
        if (!outline)
            return emit session_.refused(QString::fromStdString(outline.problem().text()));
        Design d = session_.design();
        StructureSpec& s = *d.structure(id);
        s.outline = *outline;
        const char* shape = f.parameter("shape") ? "shape" : "aperture";
        s.set[shape] = *readMeasure(*f.parameter(shape), "drawn", d.units);
        auto made = assemble(d);
        session_.edit(made ? Result<Design>(d) : Result<Design>(made.problem()),
                      tr("Import an outline"));
        refresh();
    });
}

// One row for each measure: a field, or a list of words. A measure that belongs to a relation can
// be made the one that follows from the others.
void MeasuresPanel::addMeasures(const Family& f, const std::string& id) {
    for (const Parameter& p : f.parameters) {
        QString tip = QString::fromStdString(p.meaning);
        if (!p.relation.empty())
            tip += tr("\nUnless set: %1. Clear the field to go back to that.")
                       .arg(QString::fromStdString(p.relation));
        const QString object = "measure-" + QString::fromStdString(p.name);
        auto set = [this, id, p](const QString& text) {
            auto next = setMeasure(session_.design(), id, p.name, text.toStdString());
            if (next)
                session_.edit(*next,
                              tr("Change %1 of %2")
                                  .arg(readable(p.name).toLower(), QString::fromStdString(id)));
            return next;
        };
        if (!p.choices.empty()) {
            auto* box = new QComboBox;
            box->setObjectName(object);
            for (const std::string& word : p.choices)
                box->addItem(QString::fromStdString(word));
            addRow(readable(p.name), box, tip);
            connect(box, &QComboBox::activated, this, [this, box, set] {
                if (auto next = set(box->currentText()); !next)
                    emit session_.refused(QString::fromStdString(next.problem().text()));
                refresh();
            });
            refreshers_.push_back([this, box, id, p] {
                if (auto values = measuresOf(session_.design(), id))
                    box->setCurrentIndex(int(std::lround(values->at(p.name))));
            });
            continue;
        }
        auto* field = addMeasure(object, readable(p.name), tip);
        if (p.least.count < 0)
            field->allowNegative();
        for (auto& relation : f.relations)
            if (std::find(relation.begin(), relation.end(), p.name) != relation.end()) {
                QAction* follow = field->addAction(icon("chevron"), QLineEdit::TrailingPosition);
                follow->setObjectName("follow-" + QString::fromStdString(p.name));
                follow->setToolTip(tr("Let this one follow: the others keep what they are"));
                connect(follow, &QAction::triggered, this, [this, id, p] {
                    auto next = letFollow(session_.design(), id, p.name);
                    session_.edit(next, tr("Let %1 follow").arg(readable(p.name).toLower()));
                    refresh();
                });
            }
        connect(field, &MeasureField::entered, this, [this, field, set](const QString& text) {
            if (auto next = set(text); !next)
                return field->refuse(QString::fromStdString(next.problem().text()));
            refresh();
        });
        refreshers_.push_back([this, field, id, p] {
            const Design& d = session_.design();
            const auto* mine = d.setOf(id);
            auto values = measuresOf(d, id);
            if (!mine || !values)
                return;
            auto at = mine->find(p.name);
            const Measure m =
                at != mine->end() ? at->second : Measure::of(p.least.quantity, values->at(p.name));
            field->show(m, d.units, session_.finest(), at == mine->end());
        });
    }
    rows_->addWidget(quietLabel(tr("Dashed fields follow from the others until you set them; clear "
                                   "a field to let it follow again.")));
}

} // namespace hl
